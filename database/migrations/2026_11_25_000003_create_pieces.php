<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('pieces', function (Blueprint $table) {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('file_name');
            $table->string('blob', 64)->index();
            $table->unsignedBigInteger('bytes');
            // file units × scale = millimetres; only ever set by the person
            $table->float('scale')->default(1);
            // how the piece is shown, file frame
            foreach (['shown_up', 'front'] as $direction) {
                foreach (['x', 'y', 'z'] as $axis) {
                    $table->float("{$direction}_{$axis}");
                }
            }
            $table->unsignedInteger('triangles')->nullable();
            $table->float('longest_mm')->nullable();
            $table->boolean('watertight')->nullable();
            $table->json('report')->nullable();
            $table->timestamps();
        });

        Schema::create('analyses', function (Blueprint $table) {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->string('state')->index();
            $table->unsignedTinyInteger('percent')->default(0);
            $table->string('words');
            $table->string('failure_code')->nullable();
            $table->text('failure')->nullable();
            $table->boolean('cancel_requested')->default(false);
            $table->unsignedInteger('attempts')->default(0);
            $table->float('layer_mm');
            $table->float('limit_deg');
            $table->unsignedInteger('directions');
            $table->float('volume_mm3')->nullable();
            $table->json('timings')->nullable();
            $table->timestamps();
        });

        Schema::create('candidates', function (Blueprint $table) {
            $table->id();
            $table->foreignId('analysis_id')->constrained()->cascadeOnDelete();
            $table->double('up_x');
            $table->double('up_y');
            $table->double('up_z');
            $table->string('origin');
            // one column a number of Wrenlo\Core\Orientation\StanceMetrics
            foreach ([
                'height_mm', 'overhang_area_mm2', 'support_to_plate_mm3', 'support_mm3', 'scar_area_mm2', 'landing_area_mm2',
                'seen_scar_mm2', 'step_mean_mm', 'seen_step_mean_mm', 'seen_step_mm', 'terrace_area_mm2', 'seen_terrace_area_mm2',
                'flat_up_area_mm2', 'plate_contact_mm2', 'topple_margin_mm', 'topple_margin_supported_mm',
                'wall_area_mm2', 'skin_area_mm2', 'hours', 'grams',
            ] as $number) {
                $table->double($number);
            }
            // what the search thought of each criterion: stances are ranked by these among all, and they stay as they are when one is proven
            foreach (['step', 'terrace', 'scar', 'support', 'stand', 'time'] as $criterion) {
                $table->double("estimated_{$criterion}");
            }
            $table->unsignedInteger('islands');
            $table->unsignedInteger('layers');
            $table->boolean('exact');
            $table->json('score_strip')->nullable();
            $table->index(['analysis_id', 'exact']);
        });

        Schema::create('plans', function (Blueprint $table) {
            $table->id();
            $table->foreignId('piece_id')->unique()->constrained()->cascadeOnDelete();
            $table->foreignId('printer_id')->constrained();
            $table->foreignId('nozzle_id')->constrained();
            $table->foreignId('filament_id')->constrained();
            $table->json('weights');
            $table->foreignId('candidate_id')->nullable()->constrained()->nullOnDelete();
            $table->foreignId('pinned_candidate_id')->nullable()->constrained('candidates')->nullOnDelete();
            $table->float('layer_mm')->nullable();
            $table->timestamps();
        });
    }
};
