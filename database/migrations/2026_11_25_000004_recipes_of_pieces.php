<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What is done to a mesh before it is measured, what could be, and the parts its file sets apart. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('pieces', function (Blueprint $table) {
            $table->string('mirror', 1)->nullable();
            $table->json('repairs')->nullable();
            // repair key → count, as found on the mesh under the present recipe
            $table->json('offers')->nullable();
            // names of the parts the file sets apart; null where it knows none
            $table->json('parts')->nullable();
        });
    }
};
