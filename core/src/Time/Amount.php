<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/**
 * A length of time as a producer writes it: 240tk, 1/16, 3/16, 1/8t, 2bar, 3beat, 10ms, 1.5s, 441smp, 2fr or grid,
 * with a sign in front where it matters. `step` and `step2` are how far the keys nudge, `3step` that three times.
 *
 * It is measured where it is used: bars, beats and everything that runs by the clock depend on the meter and the
 * tempo at that place.
 */
final readonly class Amount
{
    /** The largest number of each unit: no song can be longer. */
    private const LARGEST = [
        'tk' => Bounds::LAST_TICK, 'bar' => 10_000_000, 'beat' => 100_000_000, 'ms' => 2_000_000_000, 's' => 2_000_000,
        'smp' => 90_000_000_000, 'fr' => 60_000_000, 'value' => 1_000_000, 'grid' => 1_000_000, 'step' => 1_000_000,
        'step2' => 1_000_000,
    ];

    /** Decimals of a sum by the clock: more are noise of the calculation. */
    private const DECIMALS = 6;

    private function __construct(
        private int $sign,
        private float $number,
        private string $unit,
        private ?NoteValue $value,
        private string $text,
    ) {
    }

    /** @throws BadInput where the text is no amount of time */
    public static function parse(string $text): self
    {
        $sign = str_starts_with($text, '-') ? -1 : 1;
        $plain = preg_replace('/^[+-]/', '', $text) ?? $text;
        if (in_array($plain, ['grid', 'step', 'step2', 'bar', 'beat'], true)) {
            return new self($sign, 1, $plain, null, $text);
        }
        if (preg_match('#^(\d+)(/\d+[td]?)$#', $plain, $found) === 1) {
            $value = NoteValue::tryParse("1{$found[2]}");
            if ($value !== null) {
                return self::counted($sign, (float) $found[1], 'value', $value, $text);
            }
        }
        if (
            preg_match('/^(\d+)(tk|bar|beat|grid|step2?)$/', $plain, $found) === 1
            || preg_match('/^(\d+(?:\.\d+)?)(ms|s|smp|fr)$/', $plain, $found) === 1
        ) {
            return self::counted($sign, (float) $found[1], $found[2], null, $text);
        }

        throw new BadInput(
            "“{$text}” is no amount of time; write 240tk, 1/16, 3/16, 1/8t, 1/8d, 2bar, 3beat, 10ms, 1.5s, 441smp, "
                .'2fr, grid, step or step2.',
        );
    }

    private static function counted(int $sign, float $number, string $unit, ?NoteValue $value, string $text): self
    {
        if ($number > self::LARGEST[$unit]) {
            throw BadInput::within(
                "“{$text}” is longer than a song can be; at most ".self::LARGEST[$unit]
                    .($value === null ? $unit : substr((string) $value, 1)).'.',
            );
        }

        return new self($sign, $number, $unit, $value, $text);
    }

    /**
     * What this and another one come to, in the same direction: 5ms and 5ms are 10ms. Null where they go different
     * ways, or are no multiples of one thing; bars and beats are as long as where they lie.
     */
    public function plus(self $other): ?self
    {
        $isLike = $this->unit === $other->unit && (string) $this->value === (string) $other->value
            && $this->sign === $other->sign && ! in_array($this->unit, ['bar', 'beat'], true);
        $number = $this->number + $other->number;

        return $isLike && $number <= self::LARGEST[$this->unit] ? $this->holding($number) : null;
    }

    /** So many of the same. */
    private function holding(float $number): self
    {
        $number = round($number, self::DECIMALS);
        $said = (string) $number;
        $unit = $this->value === null ? $this->unit : substr((string) $this->value, 1);
        $isOne = $number === 1.0 && in_array($this->unit, ['grid', 'step', 'step2', 'bar', 'beat'], true);

        return new self(
            $this->sign, $number, $this->unit, $this->value,
            ($this->sign < 0 ? '-' : '').($isOne ? '' : $said).$unit,
        );
    }

    /** A tick moved by this amount, forward for +1, back for −1. The result may lie before 0. */
    public function shift(int $tick, Timeline $time, int $direction = 1): int
    {
        $sign = $this->sign * $direction;

        return match ($this->unit) {
            'tk' => $tick + $sign * (int) $this->number,
            'value', 'grid' => $tick + $sign * Rounding::quotient(...$this->parts($tick, $time)),
            'step', 'step2' => $this->settled($time)->shift($tick, $time, $direction),
            'beat' => $tick + $sign * $this->beats($tick, $time),
            'bar' => $this->byBars($tick, $sign, $time),
            default => $time->tempo->shift($tick, $sign * $this->seconds($time)),
        };
    }

    /**
     * How many ticks it is where it is not rounded, so that many of them in a row do not drift.
     *
     * @return array{int, int} as a fraction
     */
    public function exactly(int $tick, Timeline $time): array
    {
        $settled = $this->settled($time);

        return match ($settled->unit) {
            'value', 'grid' => $settled->parts($tick, $time),
            default => [abs($settled->ticksAt($tick, $time)), 1],
        };
    }

    /**
     * How many ticks a note value or a step of the grid is, so many times.
     *
     * @return array{int, int} as a fraction
     */
    private function parts(int $tick, Timeline $time): array
    {
        [$ticks, $parts] = $this->value?->ticks($time->ppq()) ?? $time->gridLines()->step($tick);

        return [(int) $this->number * $ticks, $parts];
    }

    /** How many ticks this amount is, measured forward from a tick. */
    public function ticksAt(int $tick, Timeline $time): int
    {
        return $this->shift($tick, $time) - $tick;
    }

    /** What it is where `step` and `step2` mean something; itself where it is another amount. */
    public function settled(Timeline $time): self
    {
        if (! $this->isNudge()) {
            return $this;
        }
        $amount = $this->unit === 'step' ? $time->nudge()->step : $time->nudge()->larger;

        $all = $this->number === 1.0 ? $amount : $amount->holding($amount->number * $this->number);

        return new self(
            $this->sign * $all->sign, $all->number, $all->unit, $all->value, ($this->sign < 0 ? '-' : '').$all->text,
        );
    }

    /** Whether it is one of the amounts of the keys, `step` or `step2`. */
    public function isNudge(): bool
    {
        return $this->unit === 'step' || $this->unit === 'step2';
    }

    /** Whether the sign is minus. */
    public function isNegative(): bool
    {
        return $this->sign < 0 && $this->number > 0.0;
    }

    /** Forward or back by so many steps of the current grid; null where it is another amount. */
    public function gridSteps(): ?int
    {
        return $this->unit === 'grid' ? $this->sign * (int) $this->number : null;
    }

    /** Whether it runs by the clock (ms, s, smp, fr) rather than by the meter. */
    public function isClock(): bool
    {
        return in_array($this->unit, ['ms', 's', 'smp', 'fr'], true);
    }

    public function __toString(): string
    {
        return $this->text;
    }

    private function beats(int $tick, Timeline $time): int
    {
        [$length, $parts] = $time->meters->beatLength($tick);

        return Rounding::quotient((int) $this->number * $length, $parts);
    }

    /** Moves by the length of the bars passed: those from the tick's own bar on, or those before it. */
    private function byBars(int $tick, int $sign, Timeline $time): int
    {
        $meters = $time->meters;
        $bar = $meters->barAt($tick);
        $target = $bar + $sign * (int) $this->number;
        if ($target >= 0) {
            return $tick + $meters->barStart($target) - $meters->barStart($bar);
        }

        return $tick - $meters->barStart($bar) + $target * $meters->barStart(1);
    }

    private function seconds(Timeline $time): float
    {
        return match ($this->unit) {
            'ms' => $this->number / 1000,
            'smp' => $this->number / $time->sampleRate,
            'fr' => $this->number / $time->frameRate,
            default => $this->number,
        };
    }
}
