<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Words;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Time\Amount;

/**
 * Conditions in a row, all of which must hold: `pitch=60..72 velocity=..40`.
 *
 * `every` counts among the notes that meet the others: `pitch=F#2 every=2` is every second hat.
 */
final readonly class Conditions
{
    public const NAMES = [
        'pitch', 'velocity', 'length', 'beat', 'offgrid', 'channel', 'muted', 'part', 'every', 'range', 'scale',
        'overlap', 'technique', 'row', 'bar', 'caret', 'timing', 'selected', 'voice',
    ];

    /** @param  array<string, string>  $said */
    private function __construct(private array $said)
    {
    }

    /** @throws BadInput where a condition is unknown or cannot be read */
    public static function parse(string $text): self
    {
        $conditions = new self(Words::pairs($text, 'where'));
        foreach ($conditions->said as $name => $value) {
            if (! in_array($name, self::NAMES, true)) {
                throw new BadInput(
                    "There is no condition “{$name}”. There are: ".implode(', ', self::NAMES).'.',
                    ['allowed' => self::NAMES],
                );
            }
            $conditions->condition($name, $value, Notes::none(), null);
        }

        return $conditions;
    }

    /**
     * The notes that meet all of them.
     *
     * @param  Selection|null  $selected  what was selected, for `selected`; none where left out
     */
    public function choose(Notes $notes, Context $context, ?Selection $selected = null): Selection
    {
        $conditions = [];
        foreach ($this->said as $name => $value) {
            if ($name !== 'every') {
                $conditions[] = $this->condition($name, $value, $notes, $context, $selected) ?? throw new BadInput(
                    "There is no condition “{$name}”.",
                );
            }
        }
        $chosen = [];
        foreach ($notes->id as $i => $id) {
            foreach ($conditions as $condition) {
                if (! $condition->holds($i, $notes, $context)) {
                    continue 2;
                }
            }
            $chosen[$i] = $id;
        }

        return Selection::of(isset($this->said['every']) ? $this->everyNth($notes, $chosen, $context) : $chosen);
    }

    /**
     * The condition of that name; without a context only its text is checked.
     *
     * @throws BadInput
     * @throws EditRefused where it needs a key or a range and there is none
     */
    private function condition(
        string $name, string $value, Notes $notes, ?Context $context, ?Selection $selected = null,
    ): ?Condition {
        return match ($name) {
            'pitch' => new ByNumber('pitch', ValueRanges::parse($value, $name, PitchName::parse(...))),
            'velocity' => new ByNumber(
                'velocity',
                ValueRanges::parse(
                    $value, $name, static fn (string $text): int => (int) self::number($text, $name, 127),
                ),
            ),
            'length' => new ByLength(ValueRanges::parse($value, $name, Amount::parse(...))),
            'beat' => new ByBeat(ValueRanges::parse(
                $value, $name, static fn (string $text): float => self::number($text, $name, 256),
            )),
            'offgrid' => $this->offGrid($value, $context),
            // Channels count from 1 for a musician and from 0 in the notes.
            'channel' => new ByNumber(
                'channel',
                ValueRanges::parse(
                    $value, $name, static fn (string $text): int => (int) self::number($text, $name, 16, 1) - 1,
                ),
            ),
            'muted' => new ByMuted(self::word($name, $value, ['yes', 'no']) === 'yes' ? 1 : 0),
            'part' => ByPart::among($notes, self::word($name, $value, ['top', 'second', 'bottom', 'inner']), $context),
            'voice' => ByVoice::among($notes, self::word($name, $value, ['top', 'bottom']), $context),
            'every' => $this->every($value) > 0 ? null : throw self::wrongEvery($value),
            'range' => new ByRange(
                self::word($name, $value, ['in', 'out']) === 'in', $context?->needRange('The condition range'),
            ),
            'scale' => new ByScale(
                self::word($name, $value, ['in', 'out']) === 'in', $context?->needKey('The condition scale'),
            ),
            'technique' => new ByTechnique($value),
            'row' => ByRow::called($value, $context),
            'bar' => new ByBar(ValueRanges::parse(
                $value, $name, static fn (string $text): int => (int) self::number($text, $name, 99_999, 1),
            )),
            'caret' => new ByCaret(self::word($name, $value, ['after', 'before']) === 'after'),
            'timing' => new ByTiming(
                self::word($name, $value, ['early', 'late']) === 'late', $context?->time->gridLines(),
            ),
            'selected' => BySelected::of(self::word($name, $value, ['yes', 'no']) === 'yes', $selected),
            'overlap' => ByOverlap::among($notes, self::word($name, $value, ['yes', 'no', 'pitch']), $context),
            default => null,
        };
    }

    /**
     * Each n-th moment of the notes chosen, counted by time through all tracks; notes of a track that start together
     * are one moment.
     *
     * @param  array<int, int>  $chosen  ids by place
     * @return list<int>
     */
    private function everyNth(Notes $notes, array $chosen, Context $context): array
    {
        $n = $this->every($this->said['every']);
        $chords = $context->chords($notes, array_keys($chosen), null);
        usort(
            $chords,
            static fn (array $a, array $b): int => $notes->start[$a[0]] <=> $notes->start[$b[0]] ?: $a[0] <=> $b[0],
        );
        $ids = [];
        foreach ($chords as $k => $chord) {
            if (($k + 1) % $n === 0) {
                foreach ($chord as $i) {
                    $ids[] = $chosen[$i];
                }
            }
        }

        return $ids;
    }

    private function every(string $value): int
    {
        return preg_match('/^[1-9]\d{0,3}$/', $value) === 1 ? (int) $value : throw self::wrongEvery($value);
    }

    private static function wrongEvery(string $value): BadInput
    {
        return new BadInput("every takes a whole number from 1, such as every=2, not “{$value}”.");
    }

    /** @param  list<string>  $allowed */
    private static function word(string $name, string $value, array $allowed): string
    {
        return in_array($value, $allowed, true)
            ? $value
            : throw new BadInput("{$name} takes ".implode(' or ', $allowed).", not “{$value}”.");
    }

    private function offGrid(string $value, ?Context $context): ?Condition
    {
        $spans = ValueRanges::parse(
            $value, 'offgrid', static fn (string $text): float => self::number(rtrim($text, '%'), 'offgrid', 100),
        );

        return $context === null ? null : new ByDistanceFromGrid($spans, $context->time->gridLines());
    }

    private static function number(string $text, string $name, int $max, int $min = 0): float
    {
        if (preg_match('/^\d{1,5}(\.\d{1,3})?$/', $text) !== 1 || (float) $text > $max || (float) $text < $min) {
            throw new BadInput(
                "{$name} takes numbers up to {$max}".($min > 0 ? " from {$min}" : '').", not “{$text}”.",
            );
        }

        return (float) $text;
    }
}
