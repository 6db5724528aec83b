<?php

declare(strict_types=1);

namespace App\Findings;

use App\Findings\Kinds\Report;
use App\Findings\Kinds\Sight;
use App\Findings\Kinds\Sketch;
use App\Storage\Blobs;
use App\Storage\SketchFile;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Format\UnreadableMesh;
use Wrenlo\Core\Mesh\ConvexHull;
use Wrenlo\Core\Mesh\MassProperties;
use Wrenlo\Core\Mesh\Mesh;
use Wrenlo\Core\Mesh\Simplified;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Orientation\StanceBasis;
use Wrenlo\Core\Orientation\StanceSketch;
use Wrenlo\Core\Sight\Visibility;

/**
 * The mesh a process has in hand, and what it made of it: the next finding is usually about the same one. Everything here follows
 * from the subject alone, so having it or not changes how long something takes and nothing else.
 */
final class MeshInHand
{
    /** A mesh above this is let go between two findings: a worker has 512 MB. */
    private const LARGE = 400_000;

    /** Corners of a hull above which a sketch is not kept beside the mesh of the next finding: a round piece may have all its vertices there. */
    private const LARGE_HULL = 40_000;

    private static ?self $last = null;

    private ?Surface $facets = null;

    private ?ConvexHull $hull = null;

    /** @var array{?Simplified}|null null: not tried */
    private ?array $coarse = null;

    /** @var ?array{string, StanceBasis} */
    private ?array $basis = null;

    /** @var ?array{string, StanceSketch} of no mesh but what was made of one */
    private static ?array $sketch = null;

    private function __construct(private readonly string $of, private readonly Reading $reading) {}

    public static function of(Subject $subject): self
    {
        $of = (string) json_encode($subject->pick([Input::File, Input::Recipe]));
        if (self::$last?->of !== $of) {
            self::letGo(); // before the next one is read: there is not room for two
            self::$last = new self($of, self::reading($subject));
            self::$last->giveBack();
        }

        return self::$last;
    }

    public static function letGo(): void
    {
        self::$last = null;
    }

    /** Between two findings. */
    public static function tidy(): void
    {
        if (self::$last !== null && self::$last->isLarge()) {
            self::letGo();
            gc_mem_caches();
        }
    }

    private function isLarge(): bool
    {
        return $this->mesh()->triangleCount() > self::LARGE;
    }

    /** Hashes of corners and of neighbours leave small blocks behind, which PHP keeps for more of them: a long list needs them elsewhere. */
    private function giveBack(): void
    {
        $this->isLarge() && gc_mem_caches();
    }

    /** @throws UnreadableMesh */
    public static function reading(Subject $subject): Reading
    {
        $stream = Blobs::open($subject->sha256()) ?? throw new MissingInput('The file of this piece is not kept any more; bring it again.');
        try {
            $reading = MeshFormats::read($stream, (string) $subject->get(Input::File)['ending']);
        } finally {
            fclose($stream);
        }

        return $reading->with($subject->recipe()->apply($reading->mesh));
    }

    public function fromReading(): Reading
    {
        return $this->reading;
    }

    public function mesh(): Mesh
    {
        return $this->reading->mesh;
    }

    public function facets(): Surface
    {
        return $this->facets ??= Surface::ofFacets($this->mesh());
    }

    public function hull(): ConvexHull
    {
        if ($this->hull === null) {
            $hull = ConvexHull::of($this->mesh());
            $this->giveBack();
            $this->hull = $hull;
        }

        return $this->hull;
    }

    /** Visibility::copyOf the mesh. */
    public function coarse(): ?Simplified
    {
        return ($this->coarse ??= [Visibility::copyOf($this->mesh(), $this->facets())])[0];
    }

    /** What its slices are cut from. */
    public function toSlice(): Mesh
    {
        return $this->coarse()->mesh ?? $this->mesh();
    }

    /** What any stance is estimated from. The sketch of the subject is there; its mesh need not be. */
    public static function sketch(Work $work): StanceSketch
    {
        $of = Sketch::key($work->subject);
        if ((self::$sketch[0] ?? null) === $of) {
            return self::$sketch[1];
        }
        self::$sketch = null; // before the next one is read: there is not room for two
        $sketch = SketchFile::read($work->lists(Sketch::class, 'sketch'));
        if (count($sketch->hull->x) <= self::LARGE_HULL) {
            self::$sketch = [$of, $sketch];
        }

        return $sketch;
    }

    /** What all stances rest on, the marks of the subject included. Its report and sight are there. */
    public function basis(Work $work): StanceBasis
    {
        $of = Sight::key($work->subject).$work->subject->get(Input::Marks);
        if (($this->basis[0] ?? null) !== $of) {
            $this->basis = null;
            if ($this->hull === null) {
                $h = $work->lists(Report::class, 'hull');
                $this->hull = ConvexHull::fromFaces($h->floats('x'), $h->floats('y'), $h->floats('z'), $h->words('faces'));
            }
            $seen = $work->lists(Sight::class, 'weights')->floats('weights');
            $mass = MassProperties::fromReport($work->headline(Report::class)['report']);
            $basis = StanceBasis::from($this->mesh(), $this->facets(), $this->hull, $seen, $this->coarse(), $work->subject->marks($this->mesh()->triangleCount()), $mass);
            $this->giveBack();
            $this->basis = [$of, $basis];
        }

        return $this->basis[1];
    }
}
