<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Position;

/** A place in the song: `caret` (read as null), a tick such as 960 or 960tk, or bar.beat.tick such as 3.2.0. */
final readonly class Place implements Kind
{
    private const LAST = 2_000_000_000;

    public function name(): string
    {
        return 'place';
    }

    public function read(string $text): int|Position|null
    {
        if ($text === 'caret') {
            return null;
        }
        if (preg_match('/^(\d{1,10})(?:tk)?$/', $text, $found) === 1 && (int) $found[1] <= self::LAST) {
            return (int) $found[1];
        }
        if (str_contains($text, '.')) {
            return Position::parse($text);
        }

        throw new BadInput("takes {$this->allowed()}, not “{$text}”");
    }

    public function allowed(): string
    {
        return 'caret, a tick (960), or bar.beat.tick (3.2.0)';
    }

    public function describe(): array
    {
        return [];
    }
}
