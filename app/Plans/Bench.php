<?php

declare(strict_types=1);

namespace App\Plans;

use App\Findings\Findings;
use App\Findings\Kind;
use App\Findings\Subject;
use App\Models\Filament;
use App\Models\Finding;
use App\Models\MarkSet;
use App\Models\Nozzle;
use App\Models\Piece;
use App\Models\Plan;
use App\Models\PlanDecision;
use App\Models\Printer;
use App\Stations\Hold\HoldDecision;
use App\Stations\Layers\LayersDecision;
use App\Stations\Look\LookDecision;
use App\Stations\Sheet\SheetDecision;
use App\Stations\Stand\StandDecision;
use LogicException;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Settings\PrintProfile;

/** A piece on the bench under one plan: what was decided, the subject that follows from it, and what is known about that. */
final class Bench
{
    /** @var array<string, Decision> by station */
    private array $decisions = [];

    /** @var array<string, ?Finding> by key */
    private array $found = [];

    private ?Subject $subject = null;

    /** @var array{?MarkSet}|null */
    private ?array $markSet = null;

    /** @var array{Printer, Nozzle, Filament}|null */
    private ?array $tools = null;

    public function __construct(public readonly Piece $piece, public readonly Plan $plan) {}

    public static function of(Piece $piece): self
    {
        return new self($piece, $piece->plan ?? throw new LogicException('A piece always has a current plan.'));
    }

    public function decision(string $station): Decision
    {
        return $this->decisions[$station] ??= $this->stored($station);
    }

    private function stored(string $station): Decision
    {
        $class = $this->piece->from()->station($station);
        $row = $this->row($station);

        return $row === null ? $class::usual($this->piece) : $class::decision()::fromArray($row->value);
    }

    public function row(string $station): ?PlanDecision
    {
        return $this->plan->decisions->firstWhere('station', $station);
    }

    public function look(): LookDecision
    {
        $d = $this->decision('look');

        return $d instanceof LookDecision ? $d : throw new LogicException('This piece is not looked at.');
    }

    public function stand(): StandDecision
    {
        $d = $this->decision('stand');

        return $d instanceof StandDecision ? $d : throw new LogicException('This piece does not stand.');
    }

    public function hold(): HoldDecision
    {
        $d = $this->decision('hold');

        return $d instanceof HoldDecision ? $d : throw new LogicException('Nothing of this piece is held.');
    }

    public function layers(): LayersDecision
    {
        $d = $this->decision('layers');

        return $d instanceof LayersDecision ? $d : throw new LogicException('This piece has no layers.');
    }

    public function sheet(): SheetDecision
    {
        $d = $this->decision('sheet');

        return $d instanceof SheetDecision ? $d : throw new LogicException('This piece has no sheet.');
    }

    /** Everything decided, station after station, as the inputs of what is computed. */
    public function subject(): Subject
    {
        if ($this->subject === null) {
            $subject = Subject::ofFile($this->piece->blob, $this->piece->ending());
            foreach ($this->piece->from()->stations() as $station) {
                $subject = $station::shape($subject, $this);
            }
            $this->subject = $subject;
        }

        return $this->subject;
    }

    public function standing(StanceChoice $stance): Subject
    {
        return $this->subject()->standing($stance->up, $stance->liftMm);
    }

    /**
     * A finding about this subject that is there; asked for once a request.
     *
     * @param  class-string<Kind>  $kind
     */
    public function find(string $kind, ?Subject $subject = null): ?Finding
    {
        $subject ??= $this->subject();
        $key = $kind::key($subject);
        if (! array_key_exists($key, $this->found)) {
            $this->found[$key] = Findings::existing($kind, $subject);
            $this->found[$key] === null || Findings::touch([$this->found[$key]]);
        }

        return $this->found[$key];
    }

    /**
     * Several benches at once: one query for all they will ask for.
     *
     * @param  list<self>  $benches
     */
    public static function warm(array $benches): void
    {
        $keys = [];
        foreach ($benches as $k => $bench) {
            $asked = array_map(static fn (array $r): string => $r[0]::key($r[1]), $bench->piece->from()->route($bench));
            foreach ($bench->piece->from()->headlines($bench) as [$kind, $subject]) {
                $asked[] = $kind::key($subject);
            }
            $keys[$k] = $asked;
        }
        $rows = Finding::query()->whereIn('key', array_values(array_unique(array_merge(...$keys))))->get()->keyBy('key');
        foreach ($benches as $k => $bench) {
            foreach ($keys[$k] as $key) {
                $bench->found[$key] = $rows->get($key);
            }
        }
    }

    /**
     * A small finding, made where it is missing; null while what it is made from is not there.
     *
     * @param  class-string<Kind>  $kind
     */
    public function instant(string $kind, Subject $subject): ?Finding
    {
        return $this->done($kind, $subject) ?? ($this->found[$kind::key($subject)] = Findings::instant($kind, [$subject])[0] ?? null);
    }

    /** @param  class-string<Kind>  $kind */
    public function done(string $kind, ?Subject $subject = null): ?Finding
    {
        $finding = $this->find($kind, $subject);

        return $finding?->isDone() ? $finding : null;
    }

    public function markSet(): ?MarkSet
    {
        return ($this->markSet ??= [$this->piece->markSets()->where('fits', $this->piece->facetsKey($this->look()->recipe))->first()])[0];
    }

    public function marks(): Marks
    {
        return $this->markSet()?->value() ?? Marks::none();
    }

    /** @return array{Printer, Nozzle, Filament} */
    public function tools(): array
    {
        $sheet = $this->sheet();

        return $this->tools ??= [Printer::query()->findOrFail($sheet->printerId), Nozzle::query()->findOrFail($sheet->nozzleId), Filament::query()->findOrFail($sheet->filamentId)];
    }

    public function profile(): PrintProfile
    {
        [$printer, $nozzle, $filament] = $this->tools();

        return new PrintProfile(
            nozzleMm: $nozzle->diameter_mm, lineMm: $nozzle->line_mm, zStepMm: $printer->z_step_mm, bedXMm: $printer->bed_x_mm, bedYMm: $printer->bed_y_mm,
            bedZMm: $printer->bed_z_mm, densityGPerCm3: $filament->density_g_per_cm3, pricePerKg: $filament->price_per_kg,
        );
    }

    /** @return array{directions: int, finalists: int, leaders: int} */
    public static function searchSize(): array
    {
        return ['directions' => (int) config('wrenlo.directions'), 'finalists' => (int) config('wrenlo.finalists'), 'leaders' => (int) config('wrenlo.leaders')];
    }
}
