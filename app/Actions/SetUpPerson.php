<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** A new person, with a first printer, nozzle and filaments on the shelf: plans need them. Their figures are common ones, to be edited. */
final class SetUpPerson
{
    private const LOCAL_EMAIL = 'local@wrenlo.invalid';

    /** The one person of an installation without accounts; nobody can sign in as them. */
    public static function local(): User
    {
        return User::query()->where('email', self::LOCAL_EMAIL)->first()
            ?? self::handle('You', self::LOCAL_EMAIL, Str::random(64));
    }

    public static function handle(string $name, string $email, #[\SensitiveParameter] string $password): User
    {
        return DB::transaction(static function () use ($name, $email, $password): User {
            $user = User::query()->create(compact('name', 'email', 'password'));
            $user->printers()->create(['name' => 'Bench printer', 'bed_x_mm' => 220, 'bed_y_mm' => 220, 'bed_z_mm' => 250, 'z_step_mm' => 0.04]);
            foreach ([[0.4, 0.45], [0.25, 0.28], [0.6, 0.66]] as [$diameter, $line]) {
                $user->nozzles()->create(['name' => "{$diameter} mm", 'diameter_mm' => $diameter, 'line_mm' => $line]);
            }
            // densities: shared/CHECKS.md, “Motion and material”; prices are made up
            foreach ([['Reed grey PLA', 'PLA', 1.24, 22], ['Shell white PETG', 'PETG', 1.27, 24], ['Tarred ABS', 'ABS', 1.04, 21]] as [$label, $polymer, $density, $price]) {
                $user->filaments()->create(['name' => $label, 'polymer' => $polymer, 'density_g_per_cm3' => $density, 'price_per_kg' => $price]);
            }

            return $user;
        });
    }
}
