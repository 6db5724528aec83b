<?php

declare(strict_types=1);

namespace App\Findings\Kinds;

use App\Findings\Input;
use App\Findings\Kind;
use App\Findings\Lane;
use App\Findings\Result;
use App\Findings\Work;
use Wrenlo\Core\Thin\SlenderPart;
use Wrenlo\Core\Thin\SlenderParts;

/** The slender parts of a piece, whichever way it stands. */
final class Slender extends Kind
{
    public const VERSION = 2;

    public static function name(): string
    {
        return 'slender';
    }

    public static function reads(): array
    {
        return [Input::File, Input::Recipe];
    }

    public static function lane(): Lane
    {
        return Lane::Short;
    }

    public static function words(): string
    {
        return 'Looking for weak members';
    }

    public function compute(Work $work): Result
    {
        return new Result(['parts' => array_map(static fn (SlenderPart $p): array => $p->toArray(), SlenderParts::of($work->mesh()->toSlice()))]);
    }
}
