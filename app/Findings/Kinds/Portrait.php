<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use App\Storage\PortraitPng;

/** The piece as it is shown on its shelf. Blob: picture (PNG). */
final class Portrait extends Kind
{
    private const PX = 320;

    public static function name(): string
    {
        return 'portrait';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe, Input::Display];
    }

    public static function lane(): Lane
    {
        return Lane::Late;
    }

    public static function words(): string
    {
        return 'Drawing its portrait';
    }

    public function compute(Work $work): Result
    {
        return new Result([], ['picture' => PortraitPng::bytes($work->mesh()->mesh(), $work->subject->display()->toShelf(), self::PX)]);
    }
}
