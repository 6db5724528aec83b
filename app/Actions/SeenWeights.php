<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Storage\Blobs;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

/** What the viewers of a piece see of each facet, kept beside its mesh for every way it was ever shown. */
final class SeenWeights
{
    private const CHUNK = 8192;

    /** @return list<float> 0 to 1 by facet, before marks */
    public static function of(Piece $piece, Mesh $mesh, Surface $facets, ?Simplified $coarse): array
    {
        $display = $piece->display();
        $key = $piece->derivedFolder().'/sight-'.$display->key().'.bin';
        if (Blobs::hasDerived($key)) {
            $weights = array_values(unpack('e*', (string) file_get_contents(Blobs::derivedPath($key))) ?: []);
            if (count($weights) === $facets->count()) {
                return $weights;
            }
        }
        $weights = Visibility::weights($mesh, $facets, Views::of($display), $coarse);
        Blobs::putDerived($key, static function ($stream) use ($weights): void {
            foreach (array_chunk($weights, self::CHUNK) as $chunk) {
                fwrite($stream, pack('e*', ...$chunk));
            }
        });

        return $weights;
    }
}
