<?php

declare(strict_types=1);

namespace App\Storage;

use App\Findings\Lists;
use Wrenlo\Core\Mark\Facets;

/** The facets of a stored surface, read one at a time: a stroke comes to some hundreds of hundreds of thousands. */
final class NearbyFacets implements Facets
{
    public function __construct(private readonly Lists $lists) {}

    public function count(): int
    {
        return $this->lists->count('area');
    }

    public function normal(int $facet): array
    {
        return [$this->lists->float('nx', $facet), $this->lists->float('ny', $facet), $this->lists->float('nz', $facet)];
    }

    public function centre(int $facet): array
    {
        return [$this->lists->float('cx', $facet), $this->lists->float('cy', $facet), $this->lists->float('cz', $facet)];
    }

    public function beyond(int $facet): array
    {
        $words = [];
        for ($e = 0; $e < 3; $e++) {
            $f = $this->lists->word('beyond', 3 * $facet + $e);
            if ($f !== 0xFFFFFFFF) {
                $words[] = $f;
            }
        }

        return $words;
    }
}
