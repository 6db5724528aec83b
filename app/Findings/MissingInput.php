<?php

declare(strict_types=1);

namespace App\Findings;

use RuntimeException;

/** What a finding should be computed from is gone: its file, or what was painted on it. */
final class MissingInput extends RuntimeException {}
