<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ReadMesh;
use InvalidArgumentException;
use Wrenlo\Core\Format\Reading;
use Wrenlo\Core\Mark\Marks;
use Wrenlo\Core\Mark\MarksFile;
use Wrenlo\Core\Orientation\StanceRules;

/** A command over one mesh file. */
abstract class MeshCommand extends ComputeCommand
{
    protected const FILE = '{file : a mesh file (STL, 3MF, OBJ or PLY), read as millimetres where it states no unit}';

    protected const STANCE_OPTIONS = '{--marks= : faces marked with wrenlo:mark, or a plan with marks} {--layer=0.2 : layer height, mm} {--limit=45 : overhang limit from the vertical, degrees} '.self::DISPLAY_OPTIONS;

    private const MOST_MARKS_BYTES = 64_000_000;

    protected function reading(): Reading
    {
        return ReadMesh::fromPath((string) $this->argument('file'));
    }

    /** What is marked in the file of `--marks`, if one is given. */
    protected function marks(int $facets): Marks
    {
        $path = $this->text('marks');
        if ($path === '') {
            return Marks::none();
        }
        $json = is_file($path) ? (string) file_get_contents($path, length: self::MOST_MARKS_BYTES) : throw new InvalidArgumentException('“'.basename($path).'” cannot be opened.');

        return MarksFile::read($json, $this->sha256(), $facets);
    }

    protected function sha256(): string
    {
        return (string) hash_file('sha256', (string) $this->argument('file'));
    }

    protected function rules(): StanceRules
    {
        return new StanceRules($this->number('layer'), $this->number('limit'));
    }
}
