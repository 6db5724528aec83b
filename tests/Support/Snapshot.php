<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Models\Finding;
use App\Models\Piece;
use App\Models\User;
use Closure;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Schema;
use Illuminate\Support\Testing\Fakes\QueueFake;
use RuntimeException;

/**
 * What many tests begin with is made once in a run, for real, and laid out again for the others: all rows of the database, all files. Only in an empty
 * application whose queue runs; elsewhere it is made anew.
 */
final class Snapshot
{
    /** @var array<string, array{rows: array<string, list<array<string, mixed>>>, folder: string, id: int}> */
    private static array $kept = [];

    /** @param  Closure(): Piece  $make */
    public static function of(string $key, Closure $make): Piece
    {
        if (User::query()->exists() || Queue::getFacadeRoot() instanceof QueueFake) {
            return $make();
        }
        $kept = self::$kept[$key] ?? null;
        if ($kept === null) {
            $made = $make();
            self::$kept[$key] = ['rows' => self::rows(), 'folder' => self::copy(storage_path(), null), 'id' => (int) $made->getKey()];

            return $made;
        }
        DB::statement('PRAGMA defer_foreign_keys = ON'); // rows of all tables come in any order
        foreach ($kept['rows'] as $table => $rows) {
            foreach (array_chunk($rows, 40) as $some) {
                DB::table($table)->insert($some);
            }
        }
        DB::statement('PRAGMA defer_foreign_keys = OFF');
        self::copy($kept['folder'], storage_path());
        Finding::query()->update(['used_at' => time(), 'queued_at' => time()]);

        return Piece::query()->findOrFail($kept['id']);
    }

    /** @return array<string, list<array<string, mixed>>> */
    private static function rows(): array
    {
        $tables = array_diff(Schema::getTableListing(schemaQualified: false), ['migrations', 'sqlite_sequence', 'sessions']);
        $rows = array_map(static fn (string $t): array => array_values(DB::table($t)->get()->map(static fn (object $r): array => (array) $r)->all()), array_combine($tables, $tables));

        return array_filter($rows);
    }

    private static function copy(string $from, ?string $to): string
    {
        if ($to === null) {
            $to = sys_get_temp_dir().'/wrenlo-kept-'.bin2hex(random_bytes(6));
            mkdir($to, 0700);
            register_shutdown_function(static fn () => exec('rm -rf '.escapeshellarg($to)));
        }
        exec('cp -r '.escapeshellarg($from).'/. '.escapeshellarg($to).'/', result_code: $code);
        $code === 0 || throw new RuntimeException("{$from} could not be copied.");

        return $to;
    }
}
