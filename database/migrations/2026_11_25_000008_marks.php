<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Faces marked by a person, and what stances make of them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('mark_sets', function (Blueprint $table) {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->string('fits'); // the file and repairs whose facets it counts
            $table->unsignedInteger('facets');
            $table->longText('marks');
            $table->text('areas_mm2');
            $table->unsignedInteger('position')->default(0); // steps done; those behind it were undone
            $table->string('note')->nullable();
            $table->timestamps();
            $table->unique(['piece_id', 'fits']);
        });

        Schema::create('mark_steps', function (Blueprint $table) {
            $table->id();
            $table->foreignId('mark_set_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->string('words');
            $table->longText('changes');
            $table->unique(['mark_set_id', 'number']);
        });

        Schema::table('analyses', function (Blueprint $table) {
            $table->longText('marks')->nullable(); // as they were when it began
        });

        Schema::table('candidates', function (Blueprint $table) {
            $table->double('marked_contact_mm2')->default(0);
            $table->double('estimated_marked')->default(0);
        });
    }
};
