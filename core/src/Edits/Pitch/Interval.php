<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Saying\HowFar;

/** A move by semitones, octaves, degrees of the key or rows of the roll, as `transpose` and `double` take it. */
final readonly class Interval
{
    public const UNITS = ['semitones', 'octaves', 'degrees', 'rows'];

    private function __construct(
        private string $unit,
        public int $size,
        private Scale|Rows|null $along,
    ) {
    }

    /** @return list<Parameter> */
    public static function parameters(): array
    {
        return [
            Parameter::wholeNumber(
                'semitones', 'Up by so many semitones, down with a minus.', min: -127, max: 127, unit: 'semitones',
            ),
            Parameter::wholeNumber(
                'octaves', 'Up by so many octaves, down with a minus.', min: -10, max: 10, unit: 'octaves',
            ),
            Parameter::wholeNumber(
                'degrees', 'Along the scale of the key; a note outside it first goes to the next scale note.', min: -74,
                max: 74, unit: 'scale steps',
            ),
            Parameter::wholeNumber(
                'rows', 'Along the rows that are shown; where all are, along the pitches that occur.', min: -127,
                max: 127, unit: 'rows',
            ),
        ];
    }

    /** What degrees go along, which several edits share. */
    public static function within(): Parameter
    {
        return Parameter::choice(
            'within', 'What degrees go along: the scale of the key, or the notes of the chord that is named there.',
            options: ['key', 'chord'], default: 'key',
        );
    }

    /**
     * By degrees of the chord that is named at a tick.
     *
     * @throws EditRefused where none is
     */
    public static function ofChord(Parameters $parameters, Context $context, int $tick): self
    {
        return new self('chord step', $parameters->int('degrees'), $context->needChord($tick));
    }

    /** “up 2 chord steps” */
    public static function inChords(Parameters $parameters): HowFar
    {
        return HowFar::up($parameters->int('degrees'), 'chord step');
    }

    /** @throws EditRefused where degrees are asked for and there is no key */
    public static function of(Parameters $parameters, Notes $notes, Context $context): self
    {
        return match (true) {
            $parameters->has('semitones') => new self('semitone', $parameters->int('semitones'), null),
            $parameters->has('octaves') => new self('octave', $parameters->int('octaves'), null),
            $parameters->has('rows') => new self(
                'row', $parameters->int('rows'), $context->rows ?? Rows::occurring($notes->pitch),
            ),
            default => new self('scale step', $parameters->int('degrees'), $context->needKey('Moving by degrees')),
        };
    }

    /**
     * Where each pitch goes: all of them, or none.
     *
     * @param  array<int, int>  $pitches
     * @return array<int, int> targets by pitch
     *
     * @throws EditRefused where one would leave 0–127, saying how far they could go
     */
    public function targets(array $pitches): array
    {
        $targets = [];
        foreach (array_unique($pitches) as $pitch) {
            $targets[$pitch] = $this->move($pitch, $this->size);
        }
        if ($targets !== [] && (min($targets) < 0 || max($targets) > 127)) {
            $possible = $this->size;
            while ($possible !== 0 && ! $this->fits(array_keys($targets), $possible)) {
                $possible -= $possible <=> 0;
            }
            throw new EditRefused($this->refusal($possible), ['possible' => $possible]);
        }

        return $targets;
    }

    /** Whether two pitches may go to the same one, as notes outside the scale or the rows may. */
    public function mayMeet(): bool
    {
        return $this->along !== null;
    }

    /** “up 1 octave” */
    public function by(): HowFar
    {
        return HowFar::up($this->size, $this->unit);
    }

    private function move(int $pitch, int $by): int
    {
        return match ($this->unit) {
            'semitone' => $pitch + $by,
            'octave' => $pitch + 12 * $by,
            default => $this->along?->shift($pitch, $by) ?? ($by < 0 ? -1 : 128),
        };
    }

    /** @param  array<int, int>  $pitches */
    private function fits(array $pitches, int $by): bool
    {
        foreach ($pitches as $pitch) {
            $target = $this->move($pitch, $by);
            if ($target < 0 || $target > 127) {
                return false;
            }
        }

        return true;
    }

    private function refusal(int $possible): string
    {
        $direction = $this->size > 0 ? 'up' : 'down';
        $limit = match (true) {
            $this->along instanceof Rows => $this->size > 0 ? 'the highest row shown' : 'the lowest row shown',
            default => $this->size > 0 ? 'G9 (127), the highest pitch' : 'C-1 (0), the lowest pitch',
        };
        $could = $possible === 0
            ? "The notes cannot go {$direction} at all in that step"
            : "The notes could go {$direction} by ".$this->named($possible);

        return "Nothing moved: a note would pass {$limit}. {$could}.";
    }

    private function named(int $size): string
    {
        $size = abs($size);

        return $size === 1 ? "1 {$this->unit}" : "{$size} {$this->unit}s";
    }
}
