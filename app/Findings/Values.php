<?php

declare(strict_types=1);

namespace App\Findings;

use Illuminate\Support\Facades\DB;

/** Inputs too long to be said in full in every key (what is painted on a mesh), kept once under the hash of their content. */
final class Values
{
    /** @param  array<string, mixed>  $value */
    public static function hash(array $value): string
    {
        return $value === [] ? '' : hash('sha256', self::text($value));
    }

    /** @param  array<string, mixed>  $value */
    public static function keep(array $value): string
    {
        $hash = self::hash($value);
        if ($hash !== '' && ! DB::table('finding_values')->where('hash', $hash)->exists()) {
            DB::table('finding_values')->insertOrIgnore(['hash' => $hash, 'value' => self::text($value), 'kept_at' => time()]);
        }

        return $hash;
    }

    /** @return array<string, mixed> */
    public static function get(string $hash): array
    {
        if ($hash === '') {
            return [];
        }
        $text = DB::table('finding_values')->where('hash', $hash)->value('value') ?? throw new MissingInput('What was painted on this piece when it was measured is not kept any more.');

        return json_decode((string) $text, true, flags: JSON_THROW_ON_ERROR);
    }

    /** @param  array<string, mixed>  $value */
    private static function text(array $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);
    }
}
