<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Halving;

/**
 * A course of values over time, as it was drawn: from point to point in straight lines, and nothing before the first or
 * after the last.
 */
final readonly class Course
{
    /** How many points one course may have. */
    public const MOST_POINTS = 160;

    /** @param  non-empty-list<array{int, int}>  $points  tick and value, ascending in time */
    private function __construct(private array $points)
    {
    }

    /**
     * @param  string  $text  points as TICK:VALUE, with blanks or commas between: `0:64 480:90`
     *
     * @throws BadInput where it is none, or goes back in time
     */
    public static function parse(string $text): self
    {
        $points = [];
        $last = -1;
        foreach (preg_split('/[\s,]+/', trim($text)) ?: [''] as $word) {
            if (
                preg_match('/^(\d{1,10}):(-?\d{1,5})$/', $word, $found) !== 1
                || (int) $found[1] > Bounds::LAST_TICK
                || count($points) === self::MOST_POINTS
            ) {
                throw new BadInput(
                    "“{$text}” is no course; write 1 to ".self::MOST_POINTS
                        .' points as tick:value, such as 0:64 480:90.',
                );
            }
            if ((int) $found[1] <= $last) {
                throw BadInput::within(
                    "A course goes on in time: each of its points lies after the one before, which {$word} does not.",
                );
            }
            $points[] = [$last = (int) $found[1], (int) $found[2]];
        }

        return new self($points);
    }

    /** The value at a tick; null before the first point and after the last. */
    public function at(int $tick): ?float
    {
        $points = $this->points;
        if ($tick < $points[0][0] || $tick > $points[count($points) - 1][0]) {
            return null;
        }
        $next = Halving::first(count($points), static fn (int $k): bool => $points[$k][0] >= $tick);
        [$to, $value] = $points[$next];
        [$from, $before] = $points[max(0, $next - 1)];

        return $tick === $to ? $value : $before + ($value - $before) * ($tick - $from) / ($to - $from);
    }

    /** The tick of its first point. */
    public function first(): int
    {
        return $this->points[0][0];
    }

    /** The tick of its last point. */
    public function last(): int
    {
        return $this->points[count($this->points) - 1][0];
    }

    public function lowest(): int
    {
        return min(array_column($this->points, 1));
    }

    public function highest(): int
    {
        return max(array_column($this->points, 1));
    }
}
