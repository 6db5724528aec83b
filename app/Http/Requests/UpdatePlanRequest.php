<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Piece;
use Illuminate\Validation\Rule;

/** What can be decided: weights, stance, pinned stance, layer height, printer, nozzle, filament. */
final class UpdatePlanRequest extends WeightsRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        /** @var Piece $piece */
        $piece = $this->route('piece');
        $stance = ['sometimes', 'nullable', 'integer', Rule::exists('candidates', 'id')->where('analysis_id', $piece->analysis?->id)];
        $tool = static fn (string $table): array => ['sometimes', 'integer', Rule::exists($table, 'id')->where('user_id', $piece->user_id)];

        return [
            ...parent::rules(),
            'candidate_id' => $stance,
            'pinned_candidate_id' => $stance,
            'layer_mm' => ['sometimes', 'nullable', 'numeric', 'between:0.02,1'],
            'printer_id' => $tool('printers'),
            'nozzle_id' => $tool('nozzles'),
            'filament_id' => $tool('filaments'),
        ];
    }
}
