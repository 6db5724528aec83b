<?php

declare(strict_types=1);

namespace App\Findings;

use App\Enums\FindingState;
use App\Models\Finding;
use RuntimeException;
use Wrenlo\Core\Format\Reading;

/** What a kind has in hand while it computes: its subject, the findings it needs, the mesh, and a way to say how far it is. */
final class Work
{
    /** @param  array<string, Finding>  $known  findings that were read already, by key */
    public function __construct(public readonly Subject $subject, private readonly Progress $progress, private readonly bool $isInQueue, private readonly array $known = []) {}

    /** @throws Stopped */
    public function say(float $percent, string $words): void
    {
        $this->progress->say($percent, $words);
    }

    /** @throws Stopped */
    public function tick(float $percent, string $words): void
    {
        $this->progress->tick($percent, $words);
    }

    /**
     * @param  class-string<Kind>  $kind  one it needs
     * @return array<string, mixed>
     */
    public function headline(string $kind): array
    {
        $finding = $this->known[$kind::key($this->subject)] ?? Findings::existing($kind, $this->subject);

        return $finding?->isDone() && $finding->headline !== null ? $finding->headline : throw new NotYet([]);
    }

    /**
     * @param  class-string<Kind>  $kind  one it needs
     *
     * @throws NotYet when the file is gone or damaged: it is computed again first
     */
    public function lists(string $kind, string $name): Lists
    {
        $finding = Findings::existing($kind, $this->subject) ?? throw new NotYet([]);

        return Lists::open(Findings::blob($finding, $name) ?? throw new NotYet([Findings::ask($kind, $this->subject)]));
    }

    /**
     * @param  Finding  $part  done, one of `parts`
     *
     * @throws NotYet when the file is gone or damaged
     */
    public function listsOf(Finding $part, string $name): Lists
    {
        $part->isDone() || throw new RuntimeException("A part of it could not be computed: {$part->failure}");

        return Lists::open(Findings::blob($part, $name) ?? throw new NotYet([$part->refresh()]));
    }

    /**
     * Findings it is made of, computed side by side by whoever is free. Results do not depend on who that is.
     *
     * @param  class-string<Kind>  $kind
     * @param  array<int, Subject>  $subjects
     * @return array<int, Finding> done, in the order asked
     *
     * @throws NotYet
     */
    public function parts(string $kind, array $subjects): array
    {
        $parts = array_map(static fn (Finding $f): Finding => $f->state === FindingState::Cancelled ? Findings::again($kind, $f->subject()) : $f, Findings::askMany($kind, $subjects));
        $open = array_values(array_filter($parts, static fn (Finding $f): bool => $f->state->isUnderWay()));
        if ($open !== [] && ! $this->isInQueue) {
            $parts = array_map(static fn (Subject $s): Finding => Findings::now($kind, $s), $subjects);
            $open = [];
        }

        return $open === [] ? $parts : throw new NotYet($open);
    }

    public function reading(): Reading
    {
        return MeshInHand::reading($this->subject);
    }

    public function mesh(): MeshInHand
    {
        return MeshInHand::of($this->subject);
    }
}
