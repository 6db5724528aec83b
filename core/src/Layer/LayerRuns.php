<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use function count;

/** Heights of layers in a row as [mm, how many], for storing and handing over. */
final class LayerRuns
{
    /**
     * @param  list<float>  $heightsMm
     * @return list<array{float, int}>
     */
    public static function of(array $heightsMm): array
    {
        $runs = [];
        foreach ($heightsMm as $mm) {
            $last = count($runs) - 1;
            if ($last >= 0 && $runs[$last][0] === $mm) {
                $runs[$last][1]++;
            } else {
                $runs[] = [$mm, 1];
            }
        }

        return $runs;
    }
}
