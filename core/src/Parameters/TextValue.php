<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/** A short text, such as a name. */
final readonly class TextValue implements Kind
{
    public function __construct(private int $longest)
    {
    }

    public function name(): string
    {
        return 'text';
    }

    public function read(string $text): string
    {
        return mb_strlen(trim($text)) <= $this->longest ? trim($text) : throw new BadInput("takes {$this->allowed()}");
    }

    public function allowed(): string
    {
        return "a text of at most {$this->longest} characters";
    }

    public function describe(): array
    {
        return ['max' => $this->longest];
    }
}
