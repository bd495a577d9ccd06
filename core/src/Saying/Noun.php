<?php

declare(strict_types=1);

namespace Jactonic\Core\Saying;

/** What is counted in a sentence: its word for one and for many. */
enum Noun: string
{
    case Note = 'note';
    case Point = 'point';
    case NoteOrPoint = 'note or point';
    case Clip = 'clip';
    case Chord = 'chord';
    case Bar = 'bar';
    case Row = 'row';
    case Touch = 'touch';
    case Value = 'value';
    case ValueOfThePedal = 'value of the pedal';
    case LiftOfThePedal = 'lift of the pedal';
    case PressOfThePedal = 'press';

    /** “1 note”, “12 notes”. */
    public function counted(int $count): string
    {
        return $count === 1 ? "1 {$this->value}" : "{$count} {$this->many()}";
    }

    /** “Clip”, “12 clips”: where one is in plain sight, nobody counts it. */
    public function named(int $count): string
    {
        return $count === 1 ? ucfirst($this->value) : $this->counted($count);
    }

    public function many(): string
    {
        return match ($this) {
            self::NoteOrPoint => 'notes and points',
            self::Touch => 'touches',
            self::PressOfThePedal => 'presses',
            self::ValueOfThePedal => 'values of the pedal',
            self::LiftOfThePedal => 'lifts of the pedal',
            default => "{$this->value}s",
        };
    }

    /** “The start of 1 note”, “The starts of 12 notes”. */
    public function partOf(string $part, int $count): string
    {
        return "The {$part}".($count === 1 ? '' : 's')." of {$this->counted($count)}";
    }
}
