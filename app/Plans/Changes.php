<?php

declare(strict_types=1);

namespace App\Plans;

use App\Findings\Input;
use App\Findings\Subject;

/** What differs between two subjects, in the words people use: “front turned 40°”. */
final class Changes
{
    /** @return list<string> */
    public static function between(Subject $then, Subject $now): array
    {
        [$a, $b] = [$then->display(), $now->display()];
        [$p, $q] = [$then->recipe(), $now->recipe()];
        $turn = rad2deg(atan2($a->front->cross($b->front)->dot($a->up), $a->front->dot($b->front)));
        $isTipped = $a->up->angleDegTo($b->up) > 0.1;
        $isMarked = isset($then->values[Input::Marks->value], $now->values[Input::Marks->value]);

        return array_keys(array_filter([
            'another file' => $then->sha256() !== $now->sha256(),
            'another side up' => $isTipped,
            'front turned '.round(abs($turn)).'°' => ! $isTipped && abs($turn) > 0.1,
            "shown {$b->mode->value} instead of {$a->mode->value}" => $a->mode !== $b->mode,
            'viewers spread ±'.round($b->spreadDeg).'°' => $a->mode === $b->mode && abs($a->spreadDeg - $b->spreadDeg) > 0.01,
            'eyes at '.round($b->eyeDeg).'°' => $a->mode === $b->mode && abs($a->eyeDeg - $b->eyeDeg) > 0.01,
            'scaled by '.round($q->scale / $p->scale, 4) => abs($q->scale / $p->scale - 1) > 1e-9,
            'mirrored' => $p->mirror !== $q->mirror,
            'repaired otherwise' => $p->inOrder() !== $q->inOrder(),
            'other marks' => $isMarked && $then->get(Input::Marks) !== $now->get(Input::Marks),
        ]));
    }
}
