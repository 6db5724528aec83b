<?php

declare(strict_types=1);

namespace App\Findings;

/**
 * One kind of computation: what it reads and how it computes. A kind is a pure function of the inputs it names, its
 * version and the findings it needs; nothing else may change what comes out.
 */
abstract class Kind
{
    /** Counted up when the same inputs give another result: every stored one of before is then of no use. */
    public const VERSION = 1;

    /** Stable: rows, folders and addresses go by it. */
    abstract public static function name(): string;

    /** @return list<Input> what it reads itself; what its needs read counts as well */
    abstract public static function reads(): array;

    /** @return list<class-string<Kind>> findings about the same subject it computes from */
    public static function needs(): array
    {
        return [];
    }

    public static function lane(): Lane
    {
        return static::isPassing() ? Lane::Short : Lane::Long;
    }

    /** Asked for anew with every move of a hand: not worth beginning once something newer is asked for. */
    public static function isPassing(): bool
    {
        return false;
    }

    /** For a person who waits: “Looking at it from where the viewers stand”. */
    abstract public static function words(): string;

    /** For a person whose wait was in vain. */
    public static function brokeOff(): string
    {
        return 'Something in Wrenlo failed while it worked on this ('.lcfirst(static::words()).'). The file is kept; you can try again.';
    }

    abstract public function compute(Work $work): Result;

    /** @return list<Input> everything it rests on, its needs included */
    final public static function restsOn(): array
    {
        $all = static::reads();
        foreach (static::needs() as $needed) {
            $all = [...$all, ...$needed::restsOn()];
        }

        return array_values(array_filter(Input::cases(), static fn (Input $i): bool => in_array($i, $all, true)));
    }

    /** The hash a finding is kept under: kind, version, inputs, and the same of what it needs. */
    final public static function key(Subject $subject): string
    {
        /** @var array<string, string> $known */
        static $known = [];
        $inputs = json_encode($subject->pick(static::restsOn()), JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION);
        $said = static::class.$inputs;
        if (! isset($known[$said])) {
            $needs = array_map(static fn (string $needed): string => $needed::key($subject), static::needs());
            count($known) < 4096 || $known = [];
            $known[$said] = hash('sha256', json_encode([static::name(), static::VERSION, $inputs, $needs], JSON_THROW_ON_ERROR));
        }

        return $known[$said];
    }
}
