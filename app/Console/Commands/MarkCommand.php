<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mark\FacetSet;
use Wrenlo\Core\Mark\MarkKind;
use Wrenlo\Core\Mark\MarksFile;
use Wrenlo\Core\Mark\Picker;
use Wrenlo\Core\Mesh\Neighbours;
use Wrenlo\Core\Mesh\Surface;

final class MarkCommand extends MeshCommand
{
    protected $signature = 'wrenlo:mark '.self::FILE.' {--kind=hide : show, hide, mating, must_support, never_support, seam_here or no_seam}
        {--by=patch : brush, patch, shell, box or angle} {--facet=0 : facet to begin from, in file order} {--deg=20 : how far normals may differ, degrees}
        {--radius=5 : of the brush, mm} {--box= : x0,y0,z0,x1,y1,z1 in mm} {--look= : direction, for angle} {--mirror= : x, y or z: the same on the other side, too}
        {--take-away : take the mark off instead} {--marks= : marks to go on from} {--out= : file to write them to} {--json : print JSON}';

    protected $description = 'Mark faces of a mesh: show, hide, keep true, support, seam';

    protected function compute(): array
    {
        $kind = MarkKind::tryFrom((string) $this->option('kind'))
            ?? throw new InvalidArgumentException('--kind is one of '.implode(', ', array_column(MarkKind::cases(), 'value')).'.');
        $mirror = (string) $this->option('mirror');
        if (! in_array($mirror, ['', 'x', 'y', 'z'], true)) {
            throw new InvalidArgumentException('--mirror is x, y or z.');
        }
        $mesh = $this->reading()->mesh;
        $facets = Surface::ofFacets($mesh);
        $picker = new Picker($facets, Neighbours::in($mesh));
        $picked = $this->pick($picker, $facets);
        if ($mirror !== '') {
            $picked = $picked->with($picker->mirrored($picked, $mirror));
        }
        $before = $this->marks($mesh->triangleCount());
        $marks = $this->option('take-away') ? $before->erased($kind, $picked) : $before->painted($kind, $picked);
        $content = MarksFile::content($marks, $this->sha256(), $mesh->triangleCount());
        if ((string) $this->option('out') !== '' && @file_put_contents((string) $this->option('out'), json_encode($content, JSON_THROW_ON_ERROR)) === false) {
            throw new InvalidArgumentException('“'.basename((string) $this->option('out')).'” cannot be written.');
        }
        $area = 0.0;
        foreach ($picked->facets() as $f) {
            $area += $facets->area[$f];
        }

        return ['kind' => $kind->value, 'facets' => $picked->count(), 'area_mm2' => $area, 'marked_facets' => $marks->facetCount(), ...$content];
    }

    private function pick(Picker $picker, Surface $facets): FacetSet
    {
        $facet = (int) $this->number('facet');

        return match ((string) $this->option('by')) {
            'patch' => $picker->patch($facet, $this->number('deg')),
            'shell' => $picker->shell($facet),
            'brush' => $picker->brush([[$facet, new Vec3($facets->cx[$facet] ?? 0.0, $facets->cy[$facet] ?? 0.0, $facets->cz[$facet] ?? 0.0)]], $this->number('radius')),
            'angle' => $picker->looking($this->direction('look'), $this->number('deg')),
            'box' => $picker->inside($this->box()),
            default => throw new InvalidArgumentException('--by is one of brush, patch, shell, box, angle.'),
        };
    }

    /** @return list<array{float, float, float, float}> */
    private function box(): array
    {
        $numbers = array_map(trim(...), explode(',', (string) $this->option('box')));
        if (count($numbers) !== 6 || array_filter($numbers, is_numeric(...)) !== $numbers) {
            throw new InvalidArgumentException('--box needs six numbers: x0,y0,z0,x1,y1,z1 in mm.');
        }
        [$x0, $y0, $z0, $x1, $y1, $z1] = array_map(floatval(...), $numbers);

        return [[-1, 0, 0, -min($x0, $x1)], [1, 0, 0, max($x0, $x1)], [0, -1, 0, -min($y0, $y1)], [0, 1, 0, max($y0, $y1)], [0, 0, -1, -min($z0, $z1)], [0, 0, 1, max($z0, $z1)]];
    }
}
