<?php

declare(strict_types=1);

use App\Findings\Values;
use App\Models\Piece;
use App\Plans\Plans;
use App\Plans\StanceChoice;
use App\Stations\Layers\LayersDecision;
use App\Stations\Look\LookDecision;
use App\Stations\Sheet\SheetDecision;
use App\Stations\Stand\StandDecision;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\MeshRecipe;
use Wrenlo\Core\Orientation\Weights;
use Wrenlo\Core\Sight\Display;
use Wrenlo\Core\Sight\DisplayMode;

/**
 * One table for everything that is computed, one for everything that is decided. What was decided until now is taken over by value;
 * what was computed is computed again when it is asked for.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('findings', function (Blueprint $table) {
            $table->id();
            $table->string('kind');
            $table->unsignedInteger('version');
            $table->string('key', 64)->unique();
            $table->string('source', 64)->index();
            $table->text('inputs');
            $table->string('state');
            $table->unsignedTinyInteger('percent')->default(0);
            $table->string('words')->default('');
            $table->string('failure_code')->nullable();
            $table->text('failure')->nullable();
            $table->longText('headline')->nullable();
            $table->text('blobs')->nullable();
            $table->unsignedBigInteger('bytes')->default(0);
            $table->double('seconds')->nullable();
            $table->unsignedInteger('attempts')->default(0);
            $table->unsignedInteger('lease_until')->nullable();
            $table->string('leased_by')->nullable();
            $table->boolean('cancel_requested')->default(false);
            $table->unsignedInteger('queued_at')->default(0);
            $table->unsignedInteger('used_at')->index();
            $table->index(['state', 'queued_at']);
        });
        Schema::create('finding_waits', function (Blueprint $table) {
            $table->unsignedBigInteger('finding_id');
            $table->unsignedBigInteger('waits_for')->index();
            $table->primary(['finding_id', 'waits_for']);
        });
        Schema::create('finding_values', function (Blueprint $table) {
            $table->string('hash', 64)->primary();
            $table->longText('value');
            $table->unsignedInteger('kept_at');
        });
        Schema::rename('plans', 'old_plans');
        Schema::create('plans', function (Blueprint $table) {
            $table->id();
            $table->foreignId('piece_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->boolean('is_current')->default(false);
            $table->unsignedInteger('version')->default(1);
            $table->unsignedInteger('position')->default(0); // steps done; those behind it were undone
            $table->timestamps();
        });
        Schema::create('plan_decisions', function (Blueprint $table) {
            $table->id();
            $table->foreignId('plan_id')->constrained()->cascadeOnDelete();
            $table->string('station');
            $table->longText('value');
            $table->string('rests_on', 64)->nullable();
            $table->timestamp('decided_at');
            $table->unique(['plan_id', 'station']);
        });
        Schema::create('plan_steps', function (Blueprint $table) {
            $table->id();
            $table->foreignId('plan_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number');
            $table->unsignedInteger('version');
            $table->string('station');
            $table->longText('before');
            $table->longText('after');
            $table->string('words');
            $table->unique(['plan_id', 'number']);
        });
        Schema::table('pieces', static fn (Blueprint $table) => $table->string('source')->default('mesh'));
        foreach (DB::table('pieces')->orderBy('id')->get() as $piece) {
            $this->takeOver($piece);
        }
        Schema::drop('thickness_runs');
        Schema::drop('old_plans');
        Schema::drop('candidates');
        Schema::drop('analyses');
        Schema::table('pieces', static fn (Blueprint $table) => $table->dropColumn([
            'scale', 'mirror', 'repairs', 'offers', 'parts', 'display_mode', 'spread_deg', 'eye_deg', 'shown_up_x', 'shown_up_y', 'shown_up_z', 'front_x', 'front_y', 'front_z',
            'triangles', 'longest_mm', 'watertight', 'report',
        ]));
    }

    private function takeOver(stdClass $row): void
    {
        $old = DB::table('old_plans')->where('piece_id', $row->id)->first();
        $piece = Piece::query()->whereKey($row->id)->firstOrFail();
        $plan = $piece->plans()->create(['name' => 'Plan 1', 'is_current' => true])->setRelation('piece', $piece);
        $data = static fn (?string $json): mixed => $json === null ? null : (json_decode($json, true)['data'] ?? null);
        $recipe = new MeshRecipe((float) $row->scale, $row->mirror, array_values($data($row->repairs) ?? []));
        $display = new Display(
            new Vec3((float) $row->shown_up_x, (float) $row->shown_up_y, (float) $row->shown_up_z), new Vec3((float) $row->front_x, (float) $row->front_y, (float) $row->front_z),
            DisplayMode::from($row->display_mode ?? 'shelf'), $row->spread_deg === null ? null : (float) $row->spread_deg, $row->eye_deg === null ? null : (float) $row->eye_deg,
        );
        Plans::put($plan, 'look', (new LookDecision($recipe, $display))->toArray(), null);
        if ($old === null) {
            return;
        }
        $marks = $data(DB::table('analyses')->where('piece_id', $row->id)->orderByDesc('id')->value('marks')) ?? [];
        Plans::put($plan, 'stand', (new StandDecision(
            Weights::of(array_map(floatval(...), $data($old->weights) ?? [])), $this->stance($old->candidate_id), $this->stance($old->pinned_candidate_id), [],
            Values::keep($marks), $piece->facetsKey($recipe),
        ))->toArray(), null);
        Plans::put($plan, 'layers', (new LayersDecision($old->layer_mm === null ? null : (float) $old->layer_mm))->toArray(), null);
        Plans::put($plan, 'sheet', (new SheetDecision((int) $old->printer_id, (int) $old->nozzle_id, (int) $old->filament_id))->toArray(), null);
    }

    private function stance(?int $id): ?StanceChoice
    {
        $c = $id === null ? null : DB::table('candidates')->where('id', $id)->first();

        return $c === null ? null : new StanceChoice(new Vec3((float) $c->up_x, (float) $c->up_y, (float) $c->up_z), (float) $c->lift_mm);
    }
};
