<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Moves pitches by semitones, octaves or degrees of the key; all of them or none. */
final readonly class Transpose implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('transpose', 'Transpose', Group::Pitch, 'Moves notes up or down by semitones, octaves or steps of the key.', [
            Parameter::wholeNumber('semitones', -127, 127, 'semitones', null, 'Up by so many semitones, down with a minus.'),
            Parameter::wholeNumber('octaves', -10, 10, 'octaves', null, 'Up by so many octaves, down with a minus.'),
            Parameter::wholeNumber('degrees', -74, 74, 'scale steps', null, 'Along the scale of the key; a note outside it first goes to the next scale note.'),
        ], oneOf: ['semitones', 'octaves', 'degrees']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$unit, $size] = match (true) {
            $parameters->has('semitones') => ['semitone', $parameters->int('semitones')],
            $parameters->has('octaves') => ['octave', $parameters->int('octaves')],
            default => ['scale step', $parameters->int('degrees')],
        };
        $key = $context->key;
        if ($unit === 'scale step' && $key === null) {
            throw new EditRefused('Moving by degrees needs a key; set one for the song first, such as D dorian.');
        }
        $move = static fn (int $pitch, int $by): int => match ($unit) {
            'semitone' => $pitch + $by,
            'octave' => $pitch + 12 * $by,
            default => $key->shift($pitch, $by),
        };

        $places = $selection->positions($notes);
        $moved = [];
        foreach (array_unique(array_map(static fn (int $i): int => $notes->pitch[$i], $places)) as $pitch) {
            $moved[$pitch] = $move($pitch, $size);
        }
        if ($moved !== [] && (min($moved) < 0 || max($moved) > 127)) {
            $possible = $size;
            while ($possible !== 0 && ! $this->fits(array_keys($moved), $move, $possible)) {
                $possible -= $possible <=> 0;
            }
            throw new EditRefused($this->refusal($unit, $size, $possible), ['possible' => $possible]);
        }

        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = $moved[$notes->pitch[$i]];
        }
        $direction = $size >= 0 ? 'up' : 'down';

        return $draft->change($selection, Wording::notes(count($places))." {$direction} ".$this->interval($unit, $size));
    }

    /**
     * @param  array<int, int>  $pitches
     * @param  callable(int, int): int  $move
     */
    private function fits(array $pitches, callable $move, int $by): bool
    {
        foreach ($pitches as $pitch) {
            $target = $move($pitch, $by);
            if ($target < 0 || $target > 127) {
                return false;
            }
        }

        return true;
    }

    private function refusal(string $unit, int $size, int $possible): string
    {
        $direction = $size > 0 ? 'up' : 'down';
        $limit = $size > 0 ? 'G9 (127), the highest pitch' : 'C-1 (0), the lowest pitch';
        $could = $possible === 0
            ? "The notes cannot go {$direction} at all in that step"
            : "The notes could go {$direction} by ".$this->interval($unit, $possible);

        return "Nothing moved: a note would pass {$limit}. {$could}.";
    }

    private function interval(string $unit, int $size): string
    {
        $size = abs($size);

        return $size === 1 ? "1 {$unit}" : "{$size} {$unit}s";
    }
}
