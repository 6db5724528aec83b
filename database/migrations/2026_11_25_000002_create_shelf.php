<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Printers, nozzles and filaments: what a plan is made for. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('printers', function (Blueprint $table) {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->float('bed_x_mm');
            $table->float('bed_y_mm');
            $table->float('bed_z_mm');
            $table->float('z_step_mm');
            $table->timestamps();
        });

        Schema::create('nozzles', function (Blueprint $table) {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->float('diameter_mm');
            $table->float('line_mm');
            $table->timestamps();
        });

        Schema::create('filaments', function (Blueprint $table) {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('polymer');
            $table->float('density_g_per_cm3');
            $table->float('price_per_kg');
            $table->timestamps();
        });
    }
};
