<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/** A factor from one part of a number up to that number: `2`, `0.75`, `3/2`. */
final readonly class RatioValue implements Kind
{
    public function __construct(private int $largest)
    {
    }

    public function name(): string
    {
        return 'ratio';
    }

    public function read(string $text): Ratio
    {
        $ratio = match (1) {
            preg_match(
                '#^(\d{1,9})(?:/(\d{1,9}))?$#', $text, $found,
            ) => new Ratio((int) $found[1], (int) ($found[2] ?? 1)),
            preg_match('/^(\d{1,4})\.(\d{1,4})$/', $text, $found) => new Ratio(
                (int) ($found[1].$found[2]), 10 ** strlen($found[2]),
            ),
            default => new Ratio(0, 1),
        };
        if (
            $ratio->denominator === 0
            || $ratio->numerator * $this->largest < $ratio->denominator
            || $ratio->numerator > $this->largest * $ratio->denominator
        ) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return $ratio;
    }

    public function allowed(): string
    {
        return "1/{$this->largest} to {$this->largest}, such as 2, 0.75 or 3/2";
    }

    public function describe(): array
    {
        return ['min' => 1 / $this->largest, 'max' => $this->largest];
    }
}
