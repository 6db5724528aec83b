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
            // {v, model, p, mu_within, t0_within, outlier, readings}: how it dims a lamp, from its step wedge
            $table->json('light')->nullable();
        });
    }
};
