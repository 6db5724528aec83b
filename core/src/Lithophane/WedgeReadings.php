<?php

declare(strict_types=1);

namespace Wrenlo\Core\Lithophane;

use InvalidArgumentException;

/** What a lit step wedge let through: transmittance by thickness, in order of thickness. */
final readonly class WedgeReadings
{
    private const MOST = 500;

    private const THICKEST_MM = 50.0;

    /**
     * @param  list<float>  $mm
     * @param  list<float>  $transmittance  0 … 1
     */
    private function __construct(public array $mm, public array $transmittance) {}

    /**
     * @param  list<array{float, float}>  $pairs  thickness, mm, and transmittance
     *
     * @throws InvalidArgumentException saying what is missing
     */
    public static function of(array $pairs): self
    {
        if (count($pairs) < 3) {
            throw new InvalidArgumentException('A wedge needs at least three readings; there '.(count($pairs) === 1 ? 'is one.' : 'are '.count($pairs).'.'));
        }
        if (count($pairs) > self::MOST) {
            throw new InvalidArgumentException('A wedge has up to '.self::MOST.' readings; there are '.count($pairs).'.');
        }
        usort($pairs, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        foreach ($pairs as $k => [$mm, $t]) {
            $where = 'Reading '.($k + 1)." (at {$mm} mm)";
            if (! is_finite($mm) || $mm < 0.0 || $mm > self::THICKEST_MM) {
                throw new InvalidArgumentException("{$where}: a thickness lies between 0 and 50 mm.");
            }
            if (! is_finite($t) || $t < 0.0) {
                throw new InvalidArgumentException("{$where}: less than no light cannot come through.");
            }
            if ($t > 1.0) {
                throw new InvalidArgumentException("{$where}: a transmittance is a share between 0 and 1, not {$t}; divide what the meter said by what it says without the wedge.");
            }
        }
        [$mm, $t] = [array_column($pairs, 0), array_column($pairs, 1)];
        if ($mm[count($mm) - 1] - $mm[0] < 0.05) {
            throw new InvalidArgumentException('All readings are of one thickness: a wedge needs steps.');
        }
        if (count(array_filter($t, static fn (float $v): bool => $v > 0)) < 3) {
            throw new InvalidArgumentException('Fewer than three steps let any light through: the lamp is too weak or the wedge too thick.');
        }

        return new self($mm, $t);
    }

    /** @throws InvalidArgumentException with the line */
    public static function fromCsv(string $csv): self
    {
        $lines = preg_split('/\R/', trim(str_starts_with($csv, "\xEF\xBB\xBF") ? substr($csv, 3) : $csv)) ?: [];
        $head = strtolower((string) array_shift($lines));
        $by = str_contains($head, ';') ? ';' : ',';
        $names = array_map(trim(...), explode($by, $head));
        [$mm, $t] = [array_search('thickness_mm', $names, true), array_search('transmittance', $names, true)];
        if ($mm === false || $t === false) {
            throw new InvalidArgumentException('The first line of the file names its columns: thickness_mm,transmittance.');
        }
        $pairs = [];
        foreach ($lines as $k => $line) {
            if (trim($line) === '') {
                continue;
            }
            $cells = array_map(static fn (string $c): string => $by === ';' ? str_replace(',', '.', trim($c)) : trim($c), explode($by, $line));
            foreach ([$mm, $t] as $column) {
                is_numeric($cells[$column] ?? '') || throw new InvalidArgumentException('Line '.($k + 2).' has no number for '.$names[$column].': “'.mb_strimwidth(mb_scrub(trim($line)), 0, 40, '…').'”.');
            }
            $pairs[] = [(float) $cells[$mm], (float) $cells[$t]];
        }

        return self::of($pairs);
    }
}
