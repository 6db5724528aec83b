<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Wrenlo\Core\Orientation\Criteria;
use Wrenlo\Core\Orientation\Weights;

/** Weights by criterion key, 0 to 100. */
class WeightsRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'weights' => ['sometimes', 'array:'.implode(',', array_keys(Criteria::all()))],
            'weights.*' => ['numeric', 'between:0,100'],
        ];
    }

    public function weights(): ?Weights
    {
        return $this->has('weights') ? Weights::of(array_map(floatval(...), (array) $this->validated('weights'))) : null;
    }
}
