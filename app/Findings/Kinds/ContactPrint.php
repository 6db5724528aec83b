<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\PortraitPng;
use Wrenlo\Core\Geometry\Rotation;

/** The piece as it stands on the plate, small. Blob: picture (PNG). */
class ContactPrint extends Kind
{
    protected const PX = 160;

    public static function name(): string
    {
        return 'print';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe, Input::Stance];
    }

    public static function lane(): Lane
    {
        return Lane::Late;
    }

    public static function words(): string
    {
        return 'Drawing a contact print';
    }

    public function compute(Work $work): Result
    {
        return new Result([], ['picture' => PortraitPng::bytes($work->mesh()->mesh(), Rotation::bringingUp($work->subject->up()), static::PX)]);
    }
}
