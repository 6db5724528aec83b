<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('filaments', static function (Blueprint $table): void {
            // how far light spreads inside it, over thickness, from bars that were told apart
            $table->float('spread')->nullable();
        });
    }
};
