<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Foundation\Auth\User as Authenticatable;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $currency
 */
final class User extends Authenticatable
{
    protected $fillable = ['name', 'email', 'password', 'currency'];

    protected $hidden = ['password', 'remember_token'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['password' => 'hashed'];
    }

    /** @return HasMany<Piece, $this> */
    public function pieces(): HasMany
    {
        return $this->hasMany(Piece::class);
    }

    /** @return HasMany<Printer, $this> */
    public function printers(): HasMany
    {
        return $this->hasMany(Printer::class);
    }

    /** @return HasMany<Nozzle, $this> */
    public function nozzles(): HasMany
    {
        return $this->hasMany(Nozzle::class);
    }

    /** @return HasMany<Filament, $this> */
    public function filaments(): HasMany
    {
        return $this->hasMany(Filament::class);
    }
}
