<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class ShelfItemRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $size = ['required', 'numeric', 'between:20,2000'];

        return ['name' => ['required', 'string', 'max:60']] + match ($this->route('kind')) {
            'printers' => ['bed_x_mm' => $size, 'bed_y_mm' => $size, 'bed_z_mm' => $size, 'z_step_mm' => ['required', 'numeric', 'between:0.001,0.2']],
            'nozzles' => ['diameter_mm' => ['required', 'numeric', 'between:0.1,2'], 'line_mm' => ['required', 'numeric', 'between:0.1,3', 'gte:diameter_mm']],
            default => [
                'polymer' => ['required', 'string', 'max:20'],
                'density_g_per_cm3' => ['required', 'numeric', 'between:0.5,10'],
                'price_per_kg' => ['required', 'numeric', 'between:0,10000'],
            ],
        };
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['line_mm.gte' => 'A line is at least as wide as its nozzle.'];
    }
}
