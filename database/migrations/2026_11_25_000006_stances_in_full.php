<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What slices and balance add to a stance, and the two criteria that came with them. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('candidates', function (Blueprint $table) {
            foreach ([
                'seen_seam_mm', 'weakest_member_mm2', 'topple_stages_mm', 'brim_mm', 'slenderness', 'turn_deg',
                'tips_turned_mm_s2', 'tips_unturned_mm_s2', 'speed_cap_mm_s', 'estimated_seam', 'estimated_snap',
            ] as $number) {
                $table->double($number)->default(0);
            }
            $table->unsignedInteger('trapped_contacts')->default(0);
            $table->boolean('raft')->default(false);
            $table->boolean('fits_bed')->default(true);
        });
    }
};
