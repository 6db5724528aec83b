<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Piece;
use App\Storage\Blobs;
use App\Storage\Packed;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;

/** What the viewers of a piece see of each facet, kept beside its mesh for every way it was ever shown. */
final class SeenWeights
{
    /** @return list<float> 0 to 1 by facet, before marks */
    public static function of(Piece $piece, Mesh $mesh, Surface $facets, ?Simplified $coarse): array
    {
        $display = $piece->display();
        $key = $piece->derivedFolder().'/sight-'.$display->key().'.bin';
        if (Blobs::hasDerived($key)) {
            $bytes = (string) file_get_contents(Blobs::derivedPath($key));
            $weights = Packed::floats($bytes, 'e', 0, intdiv(strlen($bytes), Packed::bytes('e', 1)));
            if (count($weights) === $facets->count()) {
                return $weights;
            }
        }
        $weights = Visibility::weights($mesh, $facets, Views::of($display), $coarse);
        Blobs::putDerived($key, static fn ($stream) => Packed::write($stream, 'e', $weights));

        return $weights;
    }
}
