<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('plan_steps', static function (Blueprint $table): void {
            // which window made it, took it back or made it again last: its own steps a window has always seen
            $table->string('by_window', 20)->nullable();
        });
    }
};
