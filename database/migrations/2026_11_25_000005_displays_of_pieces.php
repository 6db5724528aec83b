<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How a piece is shown besides up and front: mode, spread and height of the eyes; null: as usual for the mode. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('pieces', function (Blueprint $table) {
            $table->string('display_mode')->default('shelf');
            $table->float('spread_deg')->nullable();
            $table->float('eye_deg')->nullable();
        });
        Schema::table('analyses', function (Blueprint $table) {
            $table->double('seen_mm2')->nullable();
            $table->double('never_seen_mm2')->nullable();
        });
    }
};
