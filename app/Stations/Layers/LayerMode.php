<?php

declare(strict_types=1);

namespace App\Stations\Layers;

/** The schools of layer heights. */
enum LayerMode: string
{
    case Even = 'uniform';
    case Step = 'step';
    case Budget = 'budget';
}
