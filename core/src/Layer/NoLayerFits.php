<?php

declare(strict_types=1);

namespace Wrenlo\Core\Layer;

use InvalidArgumentException;
use Wrenlo\Core\Settings\PrintProfile;

/** Layers that cannot be planned at all, said to the person: no height that a nozzle prints is a multiple of the machine's Z step, or there are too many. */
final class NoLayerFits extends InvalidArgumentException
{
    public static function of(PrintProfile $profile): self
    {
        return new self(sprintf(
            'A %s mm nozzle prints layers of %s to %s mm, and no multiple of this machine’s Z step of %s mm lies between: take another nozzle, or look up the step.',
            $profile->nozzleMm, round(PrintProfile::LEAST_SHARE * $profile->nozzleMm, 3), round(PrintProfile::MOST_SHARE * $profile->nozzleMm, 3), $profile->zStepMm,
        ));
    }

    public static function tooTall(float $heightMm, float $mostMm): self
    {
        return new self(sprintf('It stands %s mm tall, and layers of this nozzle are planned up to %s mm; make it smaller first.', number_format($heightMm), number_format($mostMm)));
    }
}
