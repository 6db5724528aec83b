<?php

declare(strict_types=1);

namespace App\Stations\Sheet;

/** What the Sheet of a lithophane is drawn from. */
final readonly class PhotoSheetPage
{
    public function __construct(public int $printerId, public int $nozzleId, public int $filamentId) {}
}
