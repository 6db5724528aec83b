<?php

declare(strict_types=1);

namespace App\Models;

use App\Casts\Versioned;
use App\Enums\FindingState;
use App\Findings\Kind;
use App\Findings\Kinds;
use App\Findings\Subject;
use Illuminate\Database\Eloquent\Model;

/**
 * The result of one computation over named inputs, or the work on it. Content-addressed: whoever asks for the same gets the same.
 *
 * @property int $id
 * @property string $kind
 * @property int $version
 * @property string $key
 * @property string $source  SHA-256 of the file it is about
 * @property array<string, mixed> $inputs
 * @property FindingState $state
 * @property int $percent
 * @property string $words
 * @property ?string $failure_code
 * @property ?string $failure
 * @property ?array<string, mixed> $headline
 * @property ?array<string, int> $blobs  name → bytes
 * @property int $bytes
 * @property ?float $seconds
 * @property int $attempts
 * @property ?int $lease_until
 * @property ?string $leased_by
 * @property bool $cancel_requested
 * @property int $used_at
 */
final class Finding extends Model
{
    protected $guarded = ['id'];

    public $timestamps = false;

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'state' => FindingState::class, 'cancel_requested' => 'boolean', 'seconds' => 'float',
            'inputs' => Versioned::class.':set of inputs,1', 'headline' => Versioned::class.':headline,1', 'blobs' => Versioned::class.':list of files,1',
        ];
    }

    /** @return class-string<Kind> */
    public function kindClass(): string
    {
        return Kinds::named($this->kind);
    }

    public function subject(): Subject
    {
        return Subject::fromArray($this->inputs);
    }

    public function isDone(): bool
    {
        return $this->state === FindingState::Done;
    }
}
