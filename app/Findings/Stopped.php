<?php

declare(strict_types=1);

namespace App\Findings;

use RuntimeException;

/** The work on a finding ends here: the person wants it to, or another worker has taken it over. */
final class Stopped extends RuntimeException {}
