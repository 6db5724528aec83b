<?php

declare(strict_types=1);

namespace App\Console\Commands;

use InvalidArgumentException;
use Wrenlo\Core\Format\MeshFormats;
use Wrenlo\Core\Mesh\MeshInspector;
use Wrenlo\Core\Mesh\Repair\MeshRepairs;

final class RepairCommand extends MeshCommand
{
    protected $signature = 'wrenlo:repair '.self::FILE.' {--do= : weld, degenerate, duplicate, winding, shells, holes; separated by commas} {--out= : the file to write; without it nothing is written} {--json : print JSON}';

    protected $description = 'Say what could be repaired in a mesh, and do what is asked for';

    protected function compute(): array
    {
        $wanted = array_values(array_filter(explode(',', (string) $this->option('do'))));
        $out = (string) $this->option('out');
        if ($out !== '' && ! MeshFormats::knows(pathinfo($out, PATHINFO_EXTENSION))) {
            throw new InvalidArgumentException('Wrenlo writes '.MeshFormats::names().', not “.'.pathinfo($out, PATHINFO_EXTENSION).'”.');
        }
        $mesh = $this->reading()->mesh;
        $before = MeshInspector::inspect($mesh);
        [$repaired, $could, $done] = MeshRepairs::inTurn($mesh, $before, $wanted);
        if ($out !== '') {
            $stream = @fopen($out, 'wb') ?: throw new InvalidArgumentException("“{$out}” cannot be written.");
            MeshFormats::write($stream, pathinfo($out, PATHINFO_EXTENSION), $repaired, pathinfo($out, PATHINFO_FILENAME));
            fclose($stream);
        }

        return [
            'could' => (object) $could, 'done' => (object) $done, 'out' => $out === '' ? null : $out,
            'before' => $before->toArray(), 'after' => MeshInspector::inspect($repaired)->toArray(),
        ];
    }

    protected function present(array $result): void
    {
        foreach (MeshRepairs::keys() as $key) {
            $could = ((array) $result['could'])[$key] ?? 0;
            $done = ((array) $result['done'])[$key] ?? null;
            $this->line(sprintf('%-12s %s', $key, $done !== null ? 'done: '.MeshRepairs::sentence($key, $done) : ($could > 0 ? 'could: '.MeshRepairs::sentence($key, $could) : 'nothing to do')));
        }
        $this->line($result['after']['watertight'] ? 'The mesh is closed.' : 'The mesh is still open.');
    }
}
