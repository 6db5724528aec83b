<?php

declare(strict_types=1);

namespace Tests\Support;

use FFI;
use RuntimeException;

/** Reads a 3MF file with the consortium's own library in its strict mode (Debian's lib3mf1 1.8.1, through PHP's FFI). */
final class Strict3mf
{
    private const LIBRARY = 'lib3MF.so.1';

    private const CDEF = <<<'C'
        typedef struct { float m_fPosition[3]; } VERTEX;
        typedef struct { unsigned int m_nIndices[3]; } TRIANGLE;
        int lib3mf_createmodel(void **ppModel);
        int lib3mf_release(void *pInstance);
        int lib3mf_getlasterror(void *pInstance, unsigned int *pErrorCode, const char **ppMessage);
        int lib3mf_model_queryreader(void *pModel, const char *pszClass, void **ppReader);
        int lib3mf_model_getunit(void *pModel, unsigned int *pUnit);
        int lib3mf_model_getmeshobjects(void *pModel, void **ppIterator);
        int lib3mf_resourceiterator_movenext(void *pIterator, int *pbHasNext);
        int lib3mf_resourceiterator_getcurrent(void *pIterator, void **ppResource);
        int lib3mf_reader_setstrictmodeactive(void *pReader, int bActive);
        int lib3mf_reader_readfromfileutf8(void *pReader, const char *pszFilename);
        int lib3mf_reader_getwarningcount(void *pReader, unsigned int *pnCount);
        int lib3mf_object_gettype(void *pObject, unsigned int *pObjectType);
        int lib3mf_meshobject_getvertexcount(void *pMesh, unsigned int *pnCount);
        int lib3mf_meshobject_gettrianglecount(void *pMesh, unsigned int *pnCount);
        int lib3mf_meshobject_getvertices(void *pMesh, VERTEX *pVertices, unsigned int nSize, unsigned int *pnCount);
        int lib3mf_meshobject_gettriangleindices(void *pMesh, TRIANGLE *pIndices, unsigned int nSize, unsigned int *pnCount);
        C;

    public static function isInstalled(): bool
    {
        return extension_loaded('ffi') && glob('/usr/lib/*/'.self::LIBRARY) !== [];
    }

    /**
     * @return array{unit: int, warnings: int, triangles: int, volume: float, area: float, objects: list<array{type: int, volume: float}>} type 1 is a model, 2 a support; unit 1 is the millimetre
     *
     * @throws RuntimeException with the library's own words when it refuses the file
     */
    public static function read(string $path): array
    {
        $lib = FFI::cdef(self::CDEF, self::LIBRARY);
        [$model, $reader, $list, $mesh] = [$lib->new('void *'), $lib->new('void *'), $lib->new('void *'), $lib->new('void *')];
        $number = $lib->new('unsigned int');
        $isMore = $lib->new('int');
        $lib->lib3mf_createmodel(FFI::addr($model));
        $lib->lib3mf_model_queryreader($model, '3mf', FFI::addr($reader));
        $lib->lib3mf_reader_setstrictmodeactive($reader, 1);
        if ($lib->lib3mf_reader_readfromfileutf8($reader, $path) !== 0) {
            $words = $lib->new('const char *');
            $lib->lib3mf_getlasterror($reader, FFI::addr($number), FFI::addr($words));
            throw new RuntimeException(FFI::isNull($words) ? "refused with {$number->cdata}" : FFI::string($words));
        }
        $lib->lib3mf_model_getunit($model, FFI::addr($number));
        $found = ['unit' => $number->cdata, 'warnings' => 0, 'triangles' => 0, 'volume' => 0.0, 'area' => 0.0, 'objects' => []];
        $lib->lib3mf_reader_getwarningcount($reader, FFI::addr($number));
        $found['warnings'] = $number->cdata;
        $lib->lib3mf_model_getmeshobjects($model, FFI::addr($list));
        while ($lib->lib3mf_resourceiterator_movenext($list, FFI::addr($isMore)) === 0 && $isMore->cdata !== 0) {
            $lib->lib3mf_resourceiterator_getcurrent($list, FFI::addr($mesh));
            [$triangles, $volume, $area] = self::measure($lib, $mesh);
            $found['triangles'] += $triangles;
            $found['volume'] += $volume;
            $found['area'] += $area;
            $lib->lib3mf_object_gettype($mesh, FFI::addr($number));
            $found['objects'][] = ['type' => $number->cdata, 'volume' => $volume];
        }

        return $found;
    }

    /** @return array{int, float, float} triangles, volume, area */
    private static function measure(FFI $lib, FFI\CData $mesh): array
    {
        $count = $lib->new('unsigned int');
        $lib->lib3mf_meshobject_getvertexcount($mesh, FFI::addr($count));
        $vertices = $lib->new('VERTEX['.max(1, $count->cdata).']');
        $lib->lib3mf_meshobject_getvertices($mesh, $vertices, $count->cdata, null);
        $lib->lib3mf_meshobject_gettrianglecount($mesh, FFI::addr($count));
        $triangles = $lib->new('TRIANGLE['.max(1, $count->cdata).']');
        $lib->lib3mf_meshobject_gettriangleindices($mesh, $triangles, $count->cdata, null);
        $volume = $area = 0.0;
        for ($t = 0; $t < $count->cdata; $t++) {
            [$a, $b, $c] = array_map(static fn (int $k): array => array_map(static fn (int $axis): float => $vertices[$triangles[$t]->m_nIndices[$k]]->m_fPosition[$axis], [0, 1, 2]), [0, 1, 2]);
            $cross = static fn (array $u, array $v): array => [$u[1] * $v[2] - $u[2] * $v[1], $u[2] * $v[0] - $u[0] * $v[2], $u[0] * $v[1] - $u[1] * $v[0]];
            $bc = $cross($b, $c);
            $volume += ($a[0] * $bc[0] + $a[1] * $bc[1] + $a[2] * $bc[2]) / 6;
            $n = $cross([$b[0] - $a[0], $b[1] - $a[1], $b[2] - $a[2]], [$c[0] - $a[0], $c[1] - $a[1], $c[2] - $a[2]]);
            $area += 0.5 * sqrt($n[0] ** 2 + $n[1] ** 2 + $n[2] ** 2);
        }

        return [$count->cdata, $volume, $area];
    }
}
