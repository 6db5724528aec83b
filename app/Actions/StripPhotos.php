<?php

declare(strict_types=1);

namespace App\Actions;

use App\Findings\Kinds\PhotoRead;
use App\Models\Piece;
use App\Plans\Bench;
use App\Plans\Plans;
use App\Plans\Seen;
use App\Stations\Shape\ShapeStation;
use App\Storage\Blobs;
use GdImage;
use InvalidArgumentException;
use RuntimeException;
use Wrenlo\Core\Lithophane\ShapeKind;
use Wrenlo\Core\Photo\PhotoReader;
use Wrenlo\Core\Photo\PhotoStrip;
use Wrenlo\Core\Photo\UnreadablePhoto;

/** Sets photos side by side as one. */
final class StripPhotos
{
    /** Pixels that all photos are read with together, some more than a strip has: they are cropped yet. */
    private const PIXELS = 54_000_000;

    /**
     * @param  list<string>  $paths  from left to right
     * @param  float  $aspect  width over height of each
     *
     * @throws UnreadablePhoto|InvalidArgumentException
     */
    public static function png(array $paths, float $aspect): string
    {
        count($paths) <= PhotoStrip::MOST || throw new InvalidArgumentException('A strip is made of 2 to '.PhotoStrip::MOST.' photos, not '.count($paths).'.');
        $most = (int) min(3200, sqrt(self::PIXELS / max(1, count($paths))));
        $photos = array_map(static function (string $path) use ($most): GdImage {
            $stream = is_file($path) ? @fopen($path, 'rb') : false;
            $stream !== false || throw UnreadablePhoto::cannotBeOpened(basename($path));
            try {
                return PhotoReader::picture($stream, $most);
            } finally {
                fclose($stream);
            }
        }, $paths);
        ob_start();
        imagepng(PhotoStrip::of($photos, $aspect), null, 4);

        return (string) ob_get_clean();
    }

    /**
     * A piece's photo with others beside it, as a piece of its own: on a box they go round it, a side each.
     *
     * @param  list<string>  $paths  of the others
     *
     * @throws UnreadablePhoto|InvalidArgumentException
     */
    public static function beside(Bench $bench, array $paths): Piece
    {
        $piece = $bench->piece;
        $own = stream_get_meta_data(Blobs::open($piece->blob) ?? throw new RuntimeException('The file of this piece is not kept any more.'))['uri'] ?? '';
        $shape = ShapeStation::of($bench);
        $photo = $bench->done(PhotoRead::class)->headline ?? throw new InvalidArgumentException('The photo is still being read.');
        $path = tempnam(sys_get_temp_dir(), 'wrenlo-strip-') ?: throw new RuntimeException('There is no place for the strip.');
        try {
            file_put_contents($path, self::png([$own, ...$paths], $photo['width_px'] / $photo['height_px']));
            $made = StoreUpload::handle($piece->user, $path, "{$piece->name} and ".count($paths).' more.png');
        } finally {
            is_file($path) && unlink($path);
        }
        $plan = $made->plan()->firstOrFail()->setRelation('piece', $made);
        $isBox = $shape->shape === ShapeKind::Box;
        Plans::decide($plan, 'shape', ['shape' => ($isBox ? ShapeKind::Box : ShapeKind::Cylinder)->value, 'width_mm' => $isBox ? $shape->widthMm : min(1000.0, $shape->widthMm * (1 + count($paths))), 'around' => $isBox], Seen::all($plan));

        return $made->refresh();
    }
}
