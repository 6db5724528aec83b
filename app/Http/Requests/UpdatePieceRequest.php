<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Validator;
use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;

final class UpdatePieceRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $number = ['numeric', 'between:-1e6,1e6'];

        return [
            'name' => ['sometimes', 'string', 'max:80'],
            'scale' => ['sometimes', 'numeric', 'between:0.0001,10000'],
            'mirror' => ['sometimes', 'nullable', Rule::in(MeshRecipe::AXES)],
            'repairs' => ['sometimes', 'array'],
            'repairs.*' => [Rule::in(MeshRepairs::keys())],
            'shown_up' => ['sometimes', 'required_with:front', 'array', 'size:3'],
            'shown_up.*' => $number,
            'front' => ['sometimes', 'required_with:shown_up', 'array', 'size:3'],
            'front.*' => $number,
            'mode' => ['sometimes', Rule::enum(DisplayMode::class)],
            'spread_deg' => ['sometimes', 'numeric', 'between:10,180'],
            'eye_deg' => ['sometimes', 'numeric', 'between:-60,80'],
        ];
    }

    /** @return list<callable(Validator): void> */
    public function after(): array
    {
        return [function (Validator $validator): void {
            try {
                $validator->errors()->isEmpty() && $this->display();
            } catch (InvalidArgumentException $e) {
                $validator->errors()->add('front', $e->getMessage());
            }
        }];
    }

    public function changesNumbers(): bool
    {
        return $this->hasAny(['scale', 'mirror', 'repairs', 'front']);
    }

    /** @return array<string, mixed> */
    public function columns(): array
    {
        $display = $this->display();

        return [...$this->safe(['name', 'scale', 'mirror', 'repairs']), ...($display ? Piece::displayColumns($display) : [])];
    }

    private function display(): ?Display
    {
        if (! $this->has('front')) {
            return null;
        }
        $vector = fn (string $key): Vec3 => new Vec3(...array_map(floatval(...), array_values((array) $this->input($key))));

        $angle = fn (string $key): ?float => is_numeric($this->input($key)) ? (float) $this->input($key) : null;

        return new Display($vector('shown_up'), $vector('front'), DisplayMode::tryFrom((string) $this->input('mode', 'shelf')) ?? DisplayMode::Shelf, $angle('spread_deg'), $angle('eye_deg'));
    }
}
