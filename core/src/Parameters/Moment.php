<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Position;

/**
 * A place in the song: a word such as `caret` or `range-start`, a tick such as 960 or 960tk, or bar.beat.tick such as
 * 3.2.0.
 */
final readonly class Moment implements Kind
{
    public const WORDS = ['caret', 'pointer', 'playhead', 'range-start', 'range-end'];

    /** @param  list<string>  $more  words beside those for every place */
    public function __construct(private array $more = [])
    {
    }

    public function name(): string
    {
        return 'moment';
    }

    public function read(string $text): int|Position|string
    {
        if (in_array($text, $this->words(), true)) {
            return $text;
        }
        if (preg_match('/^(\d{1,10})(?:tk)?$/', $text, $found) === 1 && (int) $found[1] <= Bounds::LAST_TICK) {
            return (int) $found[1];
        }
        if (str_contains($text, '.')) {
            return Position::parse($text);
        }

        throw new BadInput("takes {$this->allowed()}, not “{$text}”");
    }

    public function allowed(): string
    {
        return implode(', ', $this->words()).', a tick (960), or bar.beat.tick (3.2.0)';
    }

    public function describe(): array
    {
        return ['words' => $this->words()];
    }

    /** @return list<string> */
    private function words(): array
    {
        return [...self::WORDS, ...$this->more];
    }
}
