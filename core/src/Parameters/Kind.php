<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/** What values a parameter takes: reads one from the text of an edit line and says which are allowed. */
interface Kind
{
    /** The kind's name in the catalog: whole-number, choice, amount, grid, pitch, moment and so on. */
    public function name(): string;

    /** @throws BadInput whose message completes “parameter …” and says what is allowed */
    public function read(string $text): mixed;

    /** What is allowed, in words: “0 to 100”. */
    public function allowed(): string;

    /** @return array<string, mixed> what a control for it needs, e.g. min and max */
    public function describe(): array;
}
