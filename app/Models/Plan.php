<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Settings\PrintProfile;

/**
 * What was decided for a piece: what matters, the stance, the layer height, and with what it will be printed.
 *
 * @property int $id
 * @property int $piece_id
 * @property int $printer_id
 * @property int $nozzle_id
 * @property int $filament_id
 * @property array<string, float> $weights
 * @property ?int $candidate_id
 * @property ?int $pinned_candidate_id
 * @property ?float $layer_mm
 * @property Piece $piece
 * @property Printer $printer
 * @property Nozzle $nozzle
 * @property Filament $filament
 * @property ?Candidate $candidate
 * @property ?Candidate $pinned
 */
final class Plan extends Model
{
    protected $guarded = ['id'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['weights' => Versioned::class.':set of weights,1'];
    }

    public function weights(): Weights
    {
        return Weights::of($this->weights);
    }

    public function profile(): PrintProfile
    {
        return new PrintProfile(
            nozzleMm: $this->nozzle->diameter_mm, lineMm: $this->nozzle->line_mm, zStepMm: $this->printer->z_step_mm,
            bedXMm: $this->printer->bed_x_mm, bedYMm: $this->printer->bed_y_mm, bedZMm: $this->printer->bed_z_mm,
            densityGPerCm3: $this->filament->density_g_per_cm3, pricePerKg: $this->filament->price_per_kg,
        );
    }

    /** @return BelongsTo<Piece, $this> */
    public function piece(): BelongsTo
    {
        return $this->belongsTo(Piece::class);
    }

    /** @return BelongsTo<Printer, $this> */
    public function printer(): BelongsTo
    {
        return $this->belongsTo(Printer::class);
    }

    /** @return BelongsTo<Nozzle, $this> */
    public function nozzle(): BelongsTo
    {
        return $this->belongsTo(Nozzle::class);
    }

    /** @return BelongsTo<Filament, $this> */
    public function filament(): BelongsTo
    {
        return $this->belongsTo(Filament::class);
    }

    /** @return BelongsTo<Candidate, $this> */
    public function candidate(): BelongsTo
    {
        return $this->belongsTo(Candidate::class);
    }

    /** @return BelongsTo<Candidate, $this> */
    public function pinned(): BelongsTo
    {
        return $this->belongsTo(Candidate::class, 'pinned_candidate_id');
    }
}
