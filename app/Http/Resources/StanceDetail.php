<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Findings\Findings;
use App\Findings\Kinds\Proof;
use App\Findings\Kinds\Score;
use App\Findings\Lists;
use App\Plans\Bench;
use App\Plans\StanceChoice;

/** What is shown of the stance in hand: its height score. Asked for when it is looked at. */
final readonly class StanceDetail
{
    private function __construct(public string $id, public bool $underWay, public ?HeightTracks $tracks) {}

    public static function of(Bench $bench, StanceChoice $choice): self
    {
        $subject = $bench->standing($choice);
        $finding = Findings::ask(Score::class, $subject);
        $bytes = $finding->isDone() ? Findings::blob($finding, 'tracks') : null;
        $proof = $bytes === null ? null : $bench->find(Proof::class, $subject);

        return new self($choice->id(), $finding->state->isUnderWay(), $bytes === null || $proof?->headline === null ? null : HeightTracks::of(
            Score::read((float) ($finding->headline['height_mm'] ?? 0), Lists::open($bytes)), Proof::stance($proof->headline), $bench->layers()->layerMm ?? $bench->subject()->rules()->layerMm, $bench->profile(),
        ));
    }
}
