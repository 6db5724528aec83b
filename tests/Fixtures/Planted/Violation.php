<?php

declare(strict_types=1);

namespace Tests\Fixtures\Planted;

use Illuminate\Support\Carbon;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Orientation\Search;

/** Breaks the rules on purpose: tests/Arch/LayersTest.php shows that it is caught. */
final class Violation
{
    public function __construct(public Vec3 $allowed, public ?Carbon $framework = null, public ?Search $above = null) {}

    public function clock(): float
    {
        return fopen('php://memory', 'rb') ? microtime(true) : 0.0;
    }
}
