<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** One thing a pattern waits for: some words, or a value with or without a word before it. */
final readonly class Element
{
    private const JOINTS = ['to', 'of', 'at', 'by', 'is', '=', 'the', 'a', 'an', 'it', 'my'];

    /**
     * @param  string  $label  what of the pattern's lines it fills in; two elements of one label exclude each other
     * @param  list<string>  $words  phrases any of which it is, or which stand before the value
     * @param  list<Slot>  $slots  how the value may be read; none where it is words alone
     * @param  string|null  $value  what the words stand for; null where that is nothing, or the value behind them
     */
    public function __construct(
        public string $label,
        public array $words = [],
        public array $slots = [],
        public bool $isNeeded = true,
        public ?string $value = null,
    ) {
    }

    /** @return list<Reading> the longest first */
    public function read(Utterance $said, int $at): array
    {
        $heads = array_filter(array_map(
            static fn (string $phrase): int => ($said->behind($phrase, $at) ?? $at) - $at, $this->words,
        ));
        rsort($heads);
        if ($this->slots === []) {
            return array_map(fn (int $length): Reading => new Reading($length, $this->value ?? ''), $heads);
        }
        $readings = [];
        foreach ($this->words === [] ? [0] : $heads as $head) {
            foreach ($this->starts($said, $at, $head) as $before) {
                foreach ($this->slots as $slot) {
                    foreach ($said->read($slot, $at + $before) as $reading) {
                        $readings[] = new Reading($before + $reading->length, $reading->value, $reading->cost);
                    }
                }
            }
        }

        return $readings;
    }

    /** @return list<int> how many words may stand before the value: “strength 80”, “strength of 80”, “to the bass” */
    private function starts(Utterance $said, int $at, int $head): array
    {
        $joins = $head > 0 && in_array($said->words[$at + $head]->text ?? '', self::JOINTS, true);

        return $joins ? [$head + 1, $head] : [$head];
    }
}
