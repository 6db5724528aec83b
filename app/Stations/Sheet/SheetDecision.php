<?php

declare(strict_types=1);

namespace App\Stations\Sheet;

use App\Models\User;
use App\Plans\Decision;

/** With what it will be printed: things of the person's own shelf. */
final readonly class SheetDecision implements Decision
{
    public function __construct(public int $printerId, public int $nozzleId, public int $filamentId) {}

    /** The first of each kind. */
    public static function usual(User $user): self
    {
        return new self((int) $user->printers()->oldest('id')->value('id'), (int) $user->nozzles()->oldest('id')->value('id'), (int) $user->filaments()->oldest('id')->value('id'));
    }

    public function toArray(): array
    {
        return ['printer_id' => $this->printerId, 'nozzle_id' => $this->nozzleId, 'filament_id' => $this->filamentId];
    }

    public static function fromArray(array $row): static
    {
        return new self((int) $row['printer_id'], (int) $row['nozzle_id'], (int) $row['filament_id']);
    }

    public function words(Decision $before): string
    {
        return match (true) {
            $before instanceof self && $before->printerId !== $this->printerId => 'Another printer',
            $before instanceof self && $before->nozzleId !== $this->nozzleId => 'Another nozzle',
            default => 'Another filament',
        };
    }
}
