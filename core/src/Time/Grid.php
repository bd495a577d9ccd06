<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/**
 * Which lines notes snap to: a note value or a number of bars, and a swing.
 *
 * Swing runs from 0 (straight) over 100 (triplet feel, 2 : 1) to 150 (dotted, 3 : 1) and delays every second line.
 */
final readonly class Grid
{
    public const MAX_SWING = 150;

    private const BARS = [1, 2, 4, 8, 16];

    /** What finer and coarser walk through. */
    private const LADDER = [
        '16bar', '8bar', '4bar', '2bar', 'bar', '1/2', '1/4', '1/8', '1/16', '1/32', '1/64', '1/128',
    ];

    private function __construct(
        public ?NoteValue $value,
        public int $bars,
        public int $swing,
    ) {
    }

    /**
     * @param  string  $text  1/n, 1/nt, 1/nd (n from 1 to 128), bar, 2bar, 4bar, 8bar or 16bar
     *
     * @throws BadInput for anything else
     */
    public static function parse(string $text, int $swing = 0): self
    {
        if ($swing < 0 || $swing > self::MAX_SWING) {
            throw new BadInput("Swing goes from 0 to 150, not {$swing}.");
        }
        $value = NoteValue::tryParse($text);
        if ($value !== null) {
            return new self($value, 0, $swing);
        }
        if (preg_match('/^(\d{0,2})bar$/', $text, $found) === 1) {
            $bars = $found[1] === '' ? 1 : (int) $found[1];
            if (in_array($bars, self::BARS, true)) {
                return new self(null, $bars, $swing);
            }
        }

        throw new BadInput(
            "“{$text}” is no grid; write a note value (1/4, 1/16, 1/8t, 1/8d, 1/n up to n = 128), bar, 2bar, 4bar, "
                .'8bar or 16bar.',
        );
    }

    public function withSwing(int $swing): self
    {
        return self::parse((string) $this, $swing);
    }

    /**
     * From every grid the way to others: finer, coarser, as triplets, dotted.
     *
     * @return array<string, array{string, string, string, string}>
     */
    public static function ways(): array
    {
        $ways = [];
        foreach (self::BARS as $bars) {
            $ways[] = $bars === 1 ? 'bar' : "{$bars}bar";
        }
        for ($n = 1; $n <= NoteValue::FINEST; $n++) {
            array_push($ways, "1/{$n}", "1/{$n}t", "1/{$n}d");
        }

        return array_combine($ways, array_map(static function (string $text): array {
            $grid = self::parse($text);

            return [
                (string) $grid->finer(), (string) $grid->coarser(), (string) $grid->triplet(), (string) $grid->dotted(),
            ];
        }, $ways));
    }

    /** The grid of half the step, of the same kind; the finest stays. */
    public function finer(): self
    {
        return $this->beside(1);
    }

    /** The grid of twice the step, of the same kind; the coarsest stays. */
    public function coarser(): self
    {
        return $this->beside(-1);
    }

    /** The same value as triplets, or straight where it is that already; bars stay. */
    public function triplet(): self
    {
        return $this->turned('t');
    }

    /** The same value dotted, or straight where it is that already; bars stay. */
    public function dotted(): self
    {
        return $this->turned('d');
    }

    private function beside(int $way): self
    {
        $text = (string) $this;
        $found = [];
        preg_match('#^1/(\d+)([td]?)$#', $text, $found);
        [$n, $kind] = [(int) ($found[1] ?? 0), $found[2] ?? ''];
        $at = array_search($text === '1/1' ? 'bar' : ($n > 0 ? "1/{$n}" : $text), self::LADDER, true);
        if ($at === false) {
            // A value between those of the ladder, such as 1/12, goes by its number.
            return self::parse(
                '1/'.max(1, min(NoteValue::FINEST, $way > 0 ? $n * 2 : intdiv($n, 2))).$kind, $this->swing,
            );
        }
        $next = self::LADDER[max(0, min(count(self::LADDER) - 1, $at + $way))];

        return self::parse(str_starts_with($next, '1/') ? $next.$kind : $next, $this->swing);
    }

    private function turned(string $kind): self
    {
        if ($this->value === null) {
            return $this;
        }
        $text = (string) $this->value;

        return self::parse(str_ends_with($text, $kind) ? rtrim($text, $kind) : rtrim($text, 'td').$kind, $this->swing);
    }

    /** The lines of this grid on a song's bars. */
    public function on(MeterMap $meters): GridLines
    {
        return new GridLines($this, $meters);
    }

    /** The grid without its swing, as it is written in an edit line. */
    public function __toString(): string
    {
        return $this->value !== null ? (string) $this->value : ($this->bars === 1 ? 'bar' : "{$this->bars}bar");
    }
}
