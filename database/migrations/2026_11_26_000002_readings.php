<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a test print of one filament on one printer came to. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('readings', function (Blueprint $table) {
            $table->id();
            $table->foreignId('printer_id')->constrained()->cascadeOnDelete();
            $table->foreignId('filament_id')->constrained()->cascadeOnDelete();
            $table->float('limit_deg')->nullable();
            $table->float('gap_mm')->nullable();
            $table->timestamps();
            $table->unique(['printer_id', 'filament_id']);
        });
    }
};
