<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** Looks in which ways a pattern fits some words: each word is taken once, by the pattern, by who is meant, or left. */
final class Matching
{
    /** Words that say nothing by themselves, wherever they stand. */
    private const FILLERS = [
        'the', 'a', 'an', 'of', 'by', 'to', 'with', 'at', 'on', 'in', 'and', 'for', 'please', 'note', 'notes', 'my',
        'make', 'set', 'put', 'move', 'shift', 'turn', 'do', 'play', 'give', 'bring', 'have', 'be', 'is', 'are', 'just',
        'from', 'push', 'pull', 'let', 'as', 'into', 'change', 'each', 'i', 'want', 'you', 'can', 'now', 'new', 'drag',
        'all', 'value', 'pitch', 'pitches', 'some', 'get', 'add', 'write', 'insert', 'take', 'them', 'it', 'sound',
        'voice', 'hits', 'part', 'track', 'time', 'times', 'could', 'would', 'will', 'me', 'us',
        'should', 'need', 'then', 'chords',
    ];

    private const LEFT = 10.0;

    private const FILLER = 0.2;

    private const WHO = 0.05;

    private ?Heard $best = null;

    /** @param  int  $mostLeft  how many words may be left */
    private function __construct(
        private readonly Utterance $said,
        private readonly Pattern $pattern,
        private readonly int $mostLeft,
        private readonly bool $mayBeBare,
        private float $least,
    ) {
    }

    /**
     * The best way it fits; null where it does not, or not for less than another one does.
     *
     * @param  int  $mostLeft  how many words may be left
     * @param  bool  $mayBeBare  whether the name of an edit is enough, as in a row of them
     * @param  float  $least  what the best one so far costs
     */
    public static function best(
        Utterance $said, Pattern $pattern, int $mostLeft, bool $mayBeBare, float $least,
    ): ?Heard {
        $matching = new self($said, $pattern, $mostLeft, $mayBeBare, $least);
        $matching->from(0, [], [], Who::nobody(), [], $pattern->cost);

        return $matching->best;
    }

    /**
     * @param  array<int, true>  $used  elements
     * @param  array<string, string>  $values
     * @param  list<int>  $left
     */
    private function from(int $at, array $used, array $values, Who $who, array $left, float $cost): void
    {
        if ($cost >= $this->least) {
            return;
        }
        if (! isset($this->said->words[$at])) {
            $this->end($used, $values, $who, $left, $cost);

            return;
        }
        foreach ($this->pattern->elements as $k => $element) {
            if (isset($used[$k]) || isset($values[$element->label])) {
                continue;
            }
            foreach ($element->read($this->said, $at) as $reading) {
                $this->from(
                    $at + $reading->length, $used + [$k => true], $values + [$element->label => $reading->value], $who,
                    $left, $cost + $k * 0.001 + $reading->cost,
                );
            }
        }
        foreach ($this->pattern->takesWho ? $this->said->who($at) : [] as [$length, $more]) {
            $both = $who->and($more);
            if ($both !== null) {
                $this->from($at + $length, $used, $values, $both, $left, $cost + self::WHO);
            }
        }
        if (in_array($this->said->words[$at]->text, self::FILLERS, true)) {
            $this->from($at + 1, $used, $values, $who, $left, $cost + self::FILLER);
        }
        if (count($left) < $this->mostLeft) {
            $this->from($at + 1, $used, $values, $who, [...$left, $at], $cost + self::LEFT);
        }
    }

    /**
     * @param  array<int, true>  $used
     * @param  array<string, string>  $values
     * @param  list<int>  $left
     */
    private function end(array $used, array $values, Who $who, array $left, float $cost): void
    {
        foreach ($this->pattern->elements as $k => $element) {
            if ($element->isNeeded && ! isset($used[$k])) {
                return;
            }
        }
        $hasMore = $who->isSaid() || count($used) > count(array_filter(
            $this->pattern->elements, static fn (Element $element): bool => $element->isNeeded,
        ));
        if ($this->pattern->needsMore && ! $this->mayBeBare && ! $hasMore) {
            return;
        }
        $this->best = new Heard($this->pattern, $values, $who, $left, $cost);
        $this->least = $cost;
    }
}
