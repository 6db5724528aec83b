<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ProveStance;
use App\Models\Candidate;
use App\Models\Piece;
use App\Storage\Blobs;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;

/** Binary things the screens draw from. Their addresses change with their content, so browsers may keep them. */
final class PieceFileController extends Controller
{
    public function show(Piece $piece, string $kind): StreamedResponse
    {
        $this->authorize('own', $piece);

        return match ($kind) {
            'geometry' => self::send($piece->derivedFolder().'/geometry.bin', 'application/octet-stream'),
            'repair' => self::send($piece->derivedFolder().'/repair-'.$this->repair().'.bin', 'application/octet-stream'),
            'thickness-tint' => self::send($piece->derivedFolder().'/thickness.bin', 'application/octet-stream'),
            'seen' => self::send("analysis-{$piece->analysis?->id}/seen.bin", 'application/octet-stream'),
            'picture' => self::send(self::pictureKey($piece), 'image/png'),
            default => abort(404),
        };
    }

    public function stance(Candidate $candidate): StreamedResponse
    {
        $this->authorize('own', $candidate->analysis->piece);

        return self::send(ProveStance::pictureKey($candidate), 'image/png');
    }

    private function repair(): string
    {
        $key = request()->query('key');

        return is_string($key) && in_array($key, MeshRepairs::keys(), true) ? $key : abort(404);
    }

    private static function pictureKey(Piece $piece): string
    {
        $chosen = $piece->derivedFolder()."/chosen-{$piece->plan->candidate_id}.png";

        return Blobs::hasDerived($chosen) ? $chosen : $piece->derivedFolder().'/portrait.png';
    }

    private static function send(string $key, string $type): StreamedResponse
    {
        // held open: a new analysis may clear the old one's pictures away while they are being sent
        $stream = Blobs::openDerived($key) ?? abort(404);

        return response()->stream(static function () use ($stream): void {
            fpassthru($stream);
            fclose($stream);
        }, 200, ['Content-Type' => $type, 'Content-Length' => (string) (fstat($stream)['size'] ?? 0), 'X-Content-Type-Options' => 'nosniff'])->setPrivate()->setMaxAge(604_800);
    }
}
