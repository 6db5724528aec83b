<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Thickness measured on demand: one run a piece, the newest. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('thickness_runs', function (Blueprint $table) {
            $table->id();
            $table->foreignId('piece_id')->unique()->constrained()->cascadeOnDelete();
            $table->string('fits'); // the mesh and the viewers it was measured for
            $table->string('state');
            $table->unsignedTinyInteger('percent')->default(0);
            $table->string('words');
            $table->text('failure')->nullable();
            $table->boolean('cancel_requested')->default(false);
            $table->longText('result')->nullable();
            $table->timestamps();
        });
    }
};
