<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Closure;
use Jactonic\Core\Errors\BadInput;

/**
 * What a condition allows: single values and spans, such as `C3,E3` or `..40` or `60..72`. Spans include their ends.
 *
 * @template T
 */
final readonly class ValueRanges
{
    private const MOST = 200;

    /** @param  list<array{from: T|null, to: T|null, single: bool}>  $spans  null where a span is open */
    private function __construct(private array $spans)
    {
    }

    /**
     * @template U
     *
     * @param  callable(string): U  $read  reads one value
     * @return self<U>
     *
     * @throws BadInput where a part cannot be read
     */
    public static function parse(string $text, string $of, callable $read): self
    {
        $spans = [];
        if (substr_count($text, ',') >= self::MOST) {
            throw new BadInput(
                "{$of} takes at most ".self::MOST.' values and spans; join some of them to spans, such as 60..72.',
            );
        }
        foreach (explode(',', $text) as $part) {
            $ends = explode('..', $part);
            if (count($ends) > 2 || $part === '' || $part === '..') {
                throw new BadInput(
                    "{$of}: “{$text}” should be values or spans, such as {$of}=A,B or {$of}=A..B or {$of}=..B.",
                );
            }
            $from = $ends[0] === '' ? null : $read($ends[0]);
            $spans[] = count($ends) === 1
                ? ['from' => $from, 'to' => $from, 'single' => true]
                : ['from' => $from, 'to' => $ends[1] === '' ? null : $read($ends[1]), 'single' => false];
        }

        return new self($spans);
    }

    /**
     * Whether a value meets any of them.
     *
     * @param  Closure(T): (int|float)  $measure  a bound as a number
     */
    public function contain(int|float $value, Closure $measure): bool
    {
        foreach ($this->spans as $span) {
            if (
                ($span['from'] === null || $value >= $measure($span['from']))
                && ($span['to'] === null || $value <= $measure($span['to']))
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * Whether a value lies so near to a single one of them; spans are exact and do not count.
     *
     * @param  Closure(T): (int|float)  $measure
     */
    public function containNear(int|float $value, Closure $measure, float $tolerance): bool
    {
        foreach ($this->spans as $span) {
            if ($span['single'] && $span['from'] !== null && abs($value - $measure($span['from'])) <= $tolerance) {
                return true;
            }
        }

        return false;
    }
}
