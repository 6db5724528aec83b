<?php

declare(strict_types=1);

namespace App\Exceptions;

use RuntimeException;

/** The person asked to stop; thrown from wherever the work looks up. */
final class AnalysisCancelled extends RuntimeException {}
