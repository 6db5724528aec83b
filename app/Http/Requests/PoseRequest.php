<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;

final class PoseRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['up' => ['required', 'array', 'size:3'], 'up.*' => ['numeric', 'between:-1e6,1e6'], 'lift_mm' => ['sometimes', 'numeric', 'between:0,100'], 'exact' => ['sometimes', 'boolean']];
    }

    /** @return list<callable(Validator): void> */
    public function after(): array
    {
        return [function (Validator $validator): void {
            try {
                $validator->errors()->isEmpty() && $this->up();
            } catch (InvalidArgumentException $e) {
                $validator->errors()->add('up', $e->getMessage());
            }
        }];
    }

    public function up(): Vec3
    {
        return (new Vec3(...array_map(floatval(...), array_values((array) $this->input('up')))))->unit();
    }

    public function liftMm(): float
    {
        return (float) $this->input('lift_mm', 0);
    }
}
