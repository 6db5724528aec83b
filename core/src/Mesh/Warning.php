<?php

declare(strict_types=1);

namespace Wrenlo\Core\Mesh;

/** Something a person should know about a file that was read all the same. */
final readonly class Warning
{
    /**
     * @param  string  $code  stable, lower case
     * @param  string  $message  one sentence
     */
    public function __construct(public string $code, public string $message) {}

    /** @return array{code: string, message: string} */
    public function toArray(): array
    {
        return ['code' => $this->code, 'message' => $this->message];
    }
}
