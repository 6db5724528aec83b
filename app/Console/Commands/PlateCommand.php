<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ReadMesh;
use InvalidArgumentException;
use Wrenlo\Core\Format\ThreeMf\ThreeMfWriter;
use Wrenlo\Core\Geometry\Rotation;
use Wrenlo\Core\Geometry\Vec3;
use Wrenlo\Core\Mesh\Surface;
use Wrenlo\Core\Plate\Plate;
use Wrenlo\Core\Settings\PrintProfile;
use Wrenlo\Core\Sight\Views;
use Wrenlo\Core\Sight\Visibility;
use Wrenlo\Core\Support\Gap;
use Wrenlo\Core\Support\SupportAsk;
use Wrenlo\Core\Support\SupportPlan;
use Wrenlo\Core\Support\SupportStyle;

final class PlateCommand extends ComputeCommand
{
    protected $signature = 'wrenlo:plate {files* : mesh files} {--up=* : for each file the direction that becomes +Z; one for all, or one a file} {--bed=220,220 : the bed, mm} {--clearance=6 : between pieces and to the rim, mm}
        {--style=tree : tree, columns or none} {--layer=0.2 : layer height, mm} {--limit=45 : overhang limit from the vertical, degrees} {--out= : the 3MF to write: a model a piece, supports as one object} '.self::DISPLAY_OPTIONS.' {--json : print JSON}';

    protected $description = 'Set several pieces on one bed, with supports that they share';

    protected function compute(): array
    {
        $style = SupportStyle::tryFrom((string) $this->option('style')) ?? throw new InvalidArgumentException('--style is tree, columns or none, not “'.$this->option('style').'”.');
        $out = (string) $this->option('out');
        if ($out !== '' && strtolower(pathinfo($out, PATHINFO_EXTENSION)) !== '3mf') {
            throw new InvalidArgumentException('A plate is written as 3MF.');
        }
        $bed = array_map(floatval(...), explode(',', (string) $this->option('bed')));
        if (count($bed) !== 2 || min($bed) < 20.0 || max($bed) > 2000.0) {
            throw new InvalidArgumentException('--bed needs two numbers from 20 to 2000 separated by a comma, such as 220,220.');
        }
        $clearance = $this->number('clearance');
        if ($clearance < 1.0 || $clearance > 100.0) {
            throw new InvalidArgumentException('--clearance lies between 1 and 100 mm.');
        }
        $display = $this->display();
        $pieces = $seen = [];
        foreach ((array) $this->argument('files') as $k => $file) {
            $mesh = ReadMesh::fromPath((string) $file)->mesh;
            $pieces[] = [$mesh, Rotation::bringingUp($this->up($k))];
            array_push($seen, ...Visibility::weights($mesh, Surface::ofFacets($mesh), Views::of($display)));
        }
        if ($pieces === []) {
            throw new InvalidArgumentException('A plate needs at least one piece.');
        }
        $plate = Plate::of($pieces, [$bed[0], $bed[1]], $clearance);
        $profile = new PrintProfile(bedXMm: $bed[0], bedYMm: $bed[1]);
        $layer = $this->number('layer');
        $plan = SupportPlan::of($style, $plate->joined(), $seen, Rotation::bringingUp(new Vec3(0.0, 0.0, 1.0)), new SupportAsk($layer, $this->number('limit'), gapMm: Gap::usualMm($layer)), profile: $profile);
        if ($out !== '') {
            $this->write($out, $plate, $plan);
        }

        return [
            'pieces' => array_map(fn (array $place, string $file): array => ['file' => basename($file), 'turn_deg' => $place[0], 'x_mm' => $place[1], 'y_mm' => $place[2]], $plate->places, array_map(strval(...), (array) $this->argument('files'))),
            'used_mm2' => $plate->usedMm2, 'support' => $plan->toArray($profile),
        ];
    }

    private function up(int $k): Vec3
    {
        $given = array_values(array_map(strval(...), (array) $this->option('up')));
        if (count($given) > 1 && ! isset($given[$k])) {
            throw new InvalidArgumentException('--up is given once for all files, or once for each.');
        }

        return Vec3::unitFromText($given[$k] ?? $given[0] ?? '0,0,1');
    }

    private function write(string $out, Plate $plate, SupportPlan $plan): void
    {
        $stream = @fopen($out, 'wb') ?: throw new InvalidArgumentException("“{$out}” cannot be written.");
        $objects = [];
        foreach ($plate->pieces as $k => $mesh) {
            $objects[] = ['mesh' => $mesh, 'name' => pathinfo((string) ((array) $this->argument('files'))[$k], PATHINFO_FILENAME), 'type' => 'model'];
        }
        $shells = $plan->shells();
        if ($shells !== null) {
            $objects[] = ['mesh' => $shells, 'name' => 'supports', 'type' => 'support'];
        }
        ThreeMfWriter::writeObjects($stream, $objects);
        fclose($stream);
    }
}
