<?php

declare(strict_types=1);

namespace Wrenlo\Core\Photo;

/** What would make a photo fitter: a code that stays, a sentence, and the change of tone that does it where there is one. */
final readonly class Advice
{
    /** @param  array<string, float>  $change  parts of Tone */
    public function __construct(public string $code, public string $sentence, public array $change = []) {}

    /** @return array{code: string, sentence: string, change: array<string, float>} */
    public function toArray(): array
    {
        return ['code' => $this->code, 'sentence' => $this->sentence, 'change' => $this->change];
    }
}
