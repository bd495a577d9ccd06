<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/**
 * A way to say something, and the lines that it means. Its parts may stand in any order: “an octave up”, “up an
 * octave”.
 *
 * Written `later|late {time=step}`: phrases with `_` for blanks and `|` between those that mean the same, and what is
 * filled in, with a value after `=` that holds where it is left out, and with words before it that must stand there:
 * `to|onto{track}`. A `?` behind words says that they may be missing.
 */
final readonly class Pattern
{
    /**
     * @param  list<Element>  $elements
     * @param  list<string>  $lines  with the labels of elements in braces; a `-` before one turns its sign
     * @param  array<string, string>  $otherwise  values of what may be left out, by label
     * @param  float  $cost  how much worse it is than another that fits as well
     * @param  bool  $takesWho  whether notes may be named with it
     * @param  bool  $needsMore  whether it means something only with a value or with notes that are named
     * @param  bool  $ofNotes  whether it is done to notes
     */
    public function __construct(
        public array $elements,
        public array $lines,
        public array $otherwise = [],
        public float $cost = 0.0,
        public bool $takesWho = true,
        public bool $needsMore = false,
        public bool $ofNotes = true,
    ) {
    }

    /**
     * @param  string  $text  as this class says
     * @param  string  $lines  with `; ` between them
     */
    public static function of(string $text, string $lines, bool $takesWho = true, bool $ofNotes = true): self
    {
        $elements = $otherwise = [];
        foreach (explode(' ', $text) as $k => $part) {
            if (preg_match('/^([^{]*)\{(?:([a-z]+):)?([a-z]+)(\?)?(?:=(.*))?\}$/', $part, $found) === 1) {
                $label = $found[2] !== '' ? $found[2] : $found[3];
                $isNeeded = ($found[4] ?? '') === '' && ! isset($found[5]);
                $before = $found[1] === '' ? [] : explode('|', str_replace('_', ' ', $found[1]));
                $elements[] = new Element($label, $before, [Slot::from($found[3])], $isNeeded);
                if (! $isNeeded) {
                    $otherwise[$label] = $found[5] ?? '';
                }
            } else {
                $isNeeded = ! str_ends_with($part, '?');
                $phrases = explode('|', str_replace('_', ' ', rtrim($part, '?')));
                $elements[] = new Element("words {$k}", $phrases, isNeeded: $isNeeded);
            }
        }

        return new self($elements, explode('; ', $lines), $otherwise, 0.0, $takesWho, false, $ofNotes);
    }

    /** Whether words it cannot do without occur at all. */
    public function mayMean(Utterance $said): bool
    {
        foreach ($this->elements as $element) {
            if ($element->isNeeded && $element->words !== [] && ! $said->mayHold($element->words)) {
                return false;
            }
        }

        return true;
    }

    /**
     * Its lines with what was filled in.
     *
     * @param  array<string, string>  $values  by label
     * @return list<string>
     */
    public function linesWith(array $values): array
    {
        $values += $this->otherwise;
        $lines = [];
        foreach ($this->lines as $line) {
            $filled = preg_replace_callback(
                '/(\s?[a-z-]+=)?(-?)(")?\{([a-z]+)\}"?/',
                static function (array $found) use ($values): string {
                    $value = $values[$found[4]] ?? '';
                    if ($value === '') {
                        return '';
                    }
                    $isLong = preg_match('/\s/', $value) === 1 && ! preg_match('/^\s?[a-z]+=/', $value);
                    $said = $found[2] === '-' ? self::turned($value) : $value;

                    return $found[1].($isLong ? '"'.str_replace('"', '', $said).'"' : $said);
                },
                $line,
            );
            $lines[] = (string) preg_replace('/\s+/', ' ', trim((string) $filled));
        }

        return $lines;
    }

    /** A value with its sign turned: “-1/16”, “semitones=-3”. */
    private static function turned(string $value): string
    {
        return preg_match('/^([a-z]+=)?(-)?(.*)$/', $value, $found) === 1
            ? $found[1].($found[2] === '-' ? '' : '-').$found[3]
            : $value;
    }
}
