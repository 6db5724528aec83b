<?php

declare(strict_types=1);

namespace Wrenlo\Core\Orientation;

/** The schools of how a piece should stand. The weights are ours: a start to move from, no source. */
enum Preset: string
{
    case FaceFirst = 'face';
    case LeastPlastic = 'plastic';
    case StandSafe = 'safe';
    case Soonest = 'soonest';

    public function label(): string
    {
        return match ($this) {
            self::FaceFirst => 'Face first',
            self::LeastPlastic => 'Least plastic',
            self::StandSafe => 'Stand safe',
            self::Soonest => 'Soonest done',
        };
    }

    public function weights(): Weights
    {
        return Weights::of(match ($this) {
            self::FaceFirst => ['step' => 45, 'terrace' => 10, 'scar' => 100, 'marked' => 60, 'support' => 4, 'seam' => 3, 'snap' => 5, 'stand' => 3, 'time' => 2],
            self::LeastPlastic => ['step' => 10, 'terrace' => 5, 'scar' => 15, 'marked' => 60, 'support' => 95, 'seam' => 5, 'snap' => 15, 'stand' => 20, 'time' => 30],
            self::StandSafe => ['step' => 20, 'terrace' => 10, 'scar' => 25, 'marked' => 60, 'support' => 35, 'seam' => 5, 'snap' => 80, 'stand' => 95, 'time' => 10],
            self::Soonest => ['step' => 10, 'terrace' => 5, 'scar' => 10, 'marked' => 60, 'support' => 35, 'seam' => 5, 'snap' => 10, 'stand' => 15, 'time' => 95],
        });
    }
}
