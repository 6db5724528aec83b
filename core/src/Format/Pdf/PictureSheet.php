<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Pdf;

/** One picture on one page at its true size, with marks to cut along (PDF 1.4, ISO 32000-1: an image of DCT data, lengths in points of 1/72 inch). */
final class PictureSheet
{
    private const POINTS_A_MM = 72 / 25.4;

    /** Smallest page, mm, and what is left round a larger picture. */
    private const PAGE_MM = [210.0, 297.0];

    private const MARGIN_MM = 15.0;

    /** Cut marks begin so far outside, and are as long. */
    private const MARK_MM = [2.0, 6.0];

    /**
     * @param  resource  $stream  writable
     * @param  string  $jpeg  of so many pixels
     */
    public static function write($stream, string $jpeg, int $widthPx, int $heightPx, float $widthMm, float $heightMm, string $words): void
    {
        [$pageW, $pageH] = [max(self::PAGE_MM[0], $widthMm + 2 * self::MARGIN_MM), max(self::PAGE_MM[1], $heightMm + 2 * self::MARGIN_MM)];
        [$x, $y] = [($pageW - $widthMm) / 2, ($pageH - $heightMm) / 2];
        $p = static fn (float $mm): string => sprintf('%.3F', $mm * self::POINTS_A_MM);
        $draw = "q {$p($widthMm)} 0 0 {$p($heightMm)} {$p($x)} {$p($y)} cm /Im Do Q\n0.3 w\n";
        [$gap, $long] = self::MARK_MM;
        foreach ([[$x, -1], [$x + $widthMm, 1]] as [$cx, $sx]) {
            foreach ([[$y, -1], [$y + $heightMm, 1]] as [$cy, $sy]) {
                $draw .= "{$p($cx + $sx * $gap)} {$p($cy)} m {$p($cx + $sx * ($gap + $long))} {$p($cy)} l S\n{$p($cx)} {$p($cy + $sy * $gap)} m {$p($cx)} {$p($cy + $sy * ($gap + $long))} l S\n";
            }
        }
        $plain = preg_replace('/[^\x20-\x7E]/', '', $words) ?? '';
        $draw .= 'BT /F 9 Tf '.$p(self::MARGIN_MM).' '.$p(8.0).' Td ('.addcslashes($plain, '()\\').") Tj ET\n";
        $objects = [
            '<< /Type /Catalog /Pages 2 0 R >>', '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
            "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 {$p($pageW)} {$p($pageH)}] /Contents 4 0 R /Resources << /XObject << /Im 5 0 R >> /Font << /F 6 0 R >> >> >>",
            '<< /Length '.strlen($draw)." >>\nstream\n{$draw}endstream",
            "<< /Type /XObject /Subtype /Image /Width {$widthPx} /Height {$heightPx} /ColorSpace /DeviceRGB /BitsPerComponent 8 /Filter /DCTDecode /Length ".strlen($jpeg)." >>\nstream\n{$jpeg}\nendstream",
            '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
        ];
        $pdf = "%PDF-1.4\n%\xE2\xE3\xCF\xD3\n";
        $at = [];
        foreach ($objects as $k => $object) {
            $at[] = strlen($pdf);
            $pdf .= ($k + 1)." 0 obj\n{$object}\nendobj\n";
        }
        $table = strlen($pdf);
        $pdf .= 'xref'."\n0 ".(count($objects) + 1)."\n0000000000 65535 f \n".implode('', array_map(static fn (int $o): string => sprintf("%010d 00000 n \n", $o), $at));
        fwrite($stream, "{$pdf}trailer\n<< /Size ".(count($objects) + 1)." /Root 1 0 R >>\nstartxref\n{$table}\n%%EOF\n");
    }
}
