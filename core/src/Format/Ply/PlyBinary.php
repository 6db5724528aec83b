<?php

declare(strict_types=1);

namespace Wrenlo\Core\Format\Ply;

use Wrenlo\Core\Format\UnreadableMesh;

use function array_values;
use function fread;
use function number_format;
use function ord;
use function strlen;
use function substr;
use function unpack;

/** Records as bytes of either order. Reads ahead in chunks; never more than one chunk and one list is held. */
final class PlyBinary implements PlyBody
{
    private const CHUNK = 1 << 16;

    /** A list longer than this is no polygon. */
    private const LONGEST_LIST = 100_000;

    /** @var array<string, array{int, string, string}> bytes, code for unpack little and big endian; integers are read unsigned */
    private const CODES = [
        'char' => [1, 'C', 'C'], 'uchar' => [1, 'C', 'C'], 'short' => [2, 'v', 'n'], 'ushort' => [2, 'v', 'n'],
        'int' => [4, 'V', 'N'], 'uint' => [4, 'V', 'N'], 'float' => [4, 'g', 'G'], 'double' => [8, 'e', 'E'],
    ];

    /** What a signed type subtracts when its highest bit is set. */
    private const WRAP = ['char' => 0x100, 'short' => 0x10000, 'int' => 0x100000000];

    private string $held = '';

    private int $at = 0;

    /** Byte of the file where `held` begins. */
    private int $from;

    private int $recordAt = 0;

    private readonly int $order;

    /** @var list<array{name: string, type: string, counts: ?string}> the properties `format` and `bytes` are for */
    private array $planned = [];

    /** For unpack; empty where a record has lists or signs. */
    private string $format = '';

    private int $bytes = 0;

    /** @param  resource  $stream behind the header */
    public function __construct(private $stream, bool $isLittleEndian)
    {
        $this->order = $isLittleEndian ? 1 : 2;
        $this->from = ftell($stream) ?: 0;
    }

    public function record(array $properties): array
    {
        $this->recordAt = $this->from + $this->at;
        if ($properties !== $this->planned) {
            $this->plan($properties);
        }
        if ($this->format !== '') {
            if ($this->at + $this->bytes > strlen($this->held)) {
                $this->refill($this->bytes);
            }
            $values = array_values(unpack($this->format, $this->held, $this->at) ?: []);
            $this->at += $this->bytes;

            return $values;
        }
        $values = [];
        foreach ($properties as $p) {
            if ($p['counts'] === null) {
                $values[] = $this->take($p['type'], 1)[0];

                continue;
            }
            $count = $p['counts'] === 'uchar' && $this->at < strlen($this->held)
                ? ord($this->held[$this->at++])
                : (int) $this->take($p['counts'], 1)[0];
            if ($count < 0 || $count > self::LONGEST_LIST) {
                throw UnreadableMesh::breaksTheRules('syntax', "{$this->place()}: a list of ".number_format($count).' values is no polygon.');
            }
            $values[] = $this->take($p['type'], $count);
        }

        return $values;
    }

    public function place(): string
    {
        return 'Byte '.number_format($this->recordAt);
    }

    /**
     * Records of single values without sign are unpacked at one go.
     *
     * @param  list<array{name: string, type: string, counts: ?string}>  $properties
     */
    private function plan(array $properties): void
    {
        [$this->planned, $this->format, $this->bytes] = [$properties, '', 0];
        $codes = [];
        foreach ($properties as $k => $p) {
            if ($p['counts'] !== null || isset(self::WRAP[$p['type']])) {
                return;
            }
            $codes[] = self::CODES[$p['type']][$this->order]."v{$k}";
            $this->bytes += self::CODES[$p['type']][0];
        }
        $this->format = implode('/', $codes);
    }

    /** @return list<float|int> */
    private function take(string $type, int $count): array
    {
        if ($count === 0) {
            return [];
        }
        $code = self::CODES[$type];
        $bytes = $code[0] * $count;
        if ($this->at + $bytes > strlen($this->held)) {
            $this->refill($bytes);
        }
        $values = array_values(unpack($code[$this->order].$count, $this->held, $this->at) ?: []);
        $this->at += $bytes;
        if (isset(self::WRAP[$type])) {
            foreach ($values as $k => $v) {
                $values[$k] = 2 * $v >= self::WRAP[$type] ? $v - self::WRAP[$type] : $v;
            }
        }

        return $values;
    }

    private function refill(int $bytes): void
    {
        $this->held = substr($this->held, $this->at);
        $this->from += $this->at;
        $this->at = 0;
        while (strlen($this->held) < $bytes) {
            $more = fread($this->stream, self::CHUNK);
            if ($more === false || $more === '') {
                throw UnreadableMesh::breaksTheRules('truncated', 'The file ends at byte '.number_format($this->from + strlen($this->held)).', inside the records its header announces: it was cut off on the way.');
            }
            $this->held .= $more;
        }
    }
}
