<?php

declare(strict_types=1);

namespace App\Storage;

use PDO;

/**
 * A SQLite connection whose transactions take the write lock when they begin. PHP before 8.4 cannot ask PDO for that,
 * and a deferred transaction that reads first and writes later fails at once when another process has written in
 * between: a queue worker then loses its job.
 */
final class ImmediatePdo extends PDO
{
    private bool $isOpen = false;

    public function beginTransaction(): bool
    {
        $this->exec('BEGIN IMMEDIATE TRANSACTION');

        return $this->isOpen = true;
    }

    public function commit(): bool
    {
        $this->exec('COMMIT');
        $this->isOpen = false;

        return true;
    }

    public function rollBack(): bool
    {
        $this->isOpen = false;
        $this->exec('ROLLBACK');

        return true;
    }

    public function inTransaction(): bool
    {
        return $this->isOpen;
    }
}
