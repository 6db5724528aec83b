<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mesh\MeshRecipe;

/** One gesture on the stage: what it marks, and with what it points. */
final class MarkRequest extends FormRequest
{
    /** Places of one stroke; the pointer tells of about a hundred a second. */
    private const MOST_PLACES = 3000;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        $number = ['numeric', 'between:-1e9,1e9'];

        return [
            'kind' => ['required', Rule::enum(MarkKind::class)],
            'take_away' => ['sometimes', 'boolean'],
            'tool' => ['required', Rule::in(['brush', 'patch', 'shell', 'window', 'angle', 'numbered'])],
            'facets' => ['sometimes', 'array', 'list', 'max:'.self::MOST_PLACES],
            'facets.*' => ['integer', 'between:0,100000000'],
            'points' => ['required_if:tool,brush', 'array', 'list', 'max:'.self::MOST_PLACES],
            'points.*' => ['array', 'list', 'size:3'],
            'points.*.*' => $number,
            'radius_mm' => ['sometimes', 'numeric', 'between:0.01,1000'],
            'deg' => ['sometimes', 'numeric', 'between:0.5,90'],
            'planes' => ['required_if:tool,window', 'array', 'list', 'between:3,8'],
            'planes.*' => ['array', 'list', 'size:4'],
            'planes.*.*' => $number,
            'eye' => ['sometimes', 'array', 'list', 'size:3'],
            'eye.*' => $number,
            'patch' => ['required_if:tool,numbered', 'integer', 'between:0,100000000'],
            'mirror' => ['sometimes', 'nullable', Rule::in(MeshRecipe::AXES)],
        ];
    }

    public function kind(): MarkKind
    {
        return MarkKind::from((string) $this->validated('kind'));
    }
}
