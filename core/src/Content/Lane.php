<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\PitchName;

/**
 * What runs beside the notes as values over time: the velocities of the notes themselves, or points of one controller,
 * of bend, pressure or program.
 *
 * In a line it is written `velocity`, `release`, `cc0` to `cc127`, `bend`, `pressure`, `program`, or `key0` to `key127`
 * for the pressure of one key.
 */
final readonly class Lane
{
    public const VELOCITY = 'velocity';

    private const RELEASE = 'release';

    /** Kinds of points there is one lane of, by what they are called in a line. */
    private const SINGLE = [
        'bend' => PointKind::Bend, 'pressure' => PointKind::Pressure, 'program' => PointKind::Program,
    ];

    /** Kinds of points with a number, by what stands before it. */
    private const NUMBERED = ['cc' => PointKind::Controller, 'key' => PointKind::KeyPressure];

    /**
     * @param  PointKind|null  $kind  null where it is a column of the notes
     * @param  int  $number  of the controller or the key, else 0
     */
    private function __construct(
        public string $name,
        public ?PointKind $kind,
        public int $number = 0,
    ) {
    }

    /** @throws BadInput where there is no such lane */
    public static function parse(string $name): self
    {
        if ($name === self::VELOCITY || $name === self::RELEASE) {
            return new self($name, null);
        }
        if (isset(self::SINGLE[$name])) {
            return new self($name, self::SINGLE[$name]);
        }
        if (preg_match('/^(cc|key)(\d{1,3})$/', $name, $found) === 1 && (int) $found[2] <= 127) {
            return new self($found[1].(int) $found[2], self::NUMBERED[$found[1]], (int) $found[2]);
        }

        throw new BadInput("There is no lane “{$name}”; there are ".self::allowed().'.');
    }

    /** The lane of the points of a kind, and for a controller or a key of its number. */
    public static function ofPoints(PointKind $kind, int $number): self
    {
        $name = array_search($kind, self::SINGLE, true) ?: array_search($kind, self::NUMBERED, true).$number;

        return new self($name, $kind, $number);
    }

    /** @return list<self> all there are but those of single keys: velocities first, then controllers by number */
    public static function all(): array
    {
        $names = [
            self::VELOCITY, self::RELEASE, ...array_keys(self::SINGLE),
            ...array_map(static fn (int $number): string => "cc{$number}", range(0, 127)),
        ];

        return array_map(self::parse(...), $names);
    }

    /** Which there are, in words. */
    public static function allowed(): string
    {
        return 'velocity, release, cc0 to cc127, bend, pressure, program, or key0 to key127 for the pressure of one '
            .'key';
    }

    /** Whether it shows a column of the notes rather than points. */
    public function isOfNotes(): bool
    {
        return $this->kind === null;
    }

    /** The lowest value in it. */
    public function least(): int
    {
        return match (true) {
            $this->name === self::VELOCITY => 1,
            $this->kind === PointKind::Bend => -8192,
            default => 0,
        };
    }

    /** The highest value in it. */
    public function most(): int
    {
        return $this->kind === PointKind::Bend ? 8191 : 127;
    }

    /**
     * What holds before anything is said: as the MIDI standard's response to “reset all controllers” and its defaults
     * have it.
     */
    public function rest(): int
    {
        return match (true) {
            $this->kind === PointKind::Controller => ControllerNames::rest($this->number),
            $this->isOfNotes() => 64,
            default => 0,
        };
    }

    /** “Expression”, “Key pressure C4”. */
    public function title(): string
    {
        return match ($this->kind) {
            null => $this->name === self::VELOCITY ? 'Velocity' : 'Release velocity',
            PointKind::Controller => ControllerNames::of($this->number),
            PointKind::KeyPressure => 'Key pressure '.PitchName::of($this->number),
            PointKind::Pressure => 'Channel pressure',
            PointKind::Program => 'Program',
            PointKind::Bend => 'Bend',
        };
    }

    /** Whether a point lies in it: those of a single note lie in none. */
    public function holds(Points $points, int $place): bool
    {
        return $this->kind !== null && $points->kind[$place] === $this->kind->value
            && $points->number[$place] === $this->number && $points->note[$place] === 0;
    }

    /** @return array<int, int> the places of its points, in order of time */
    public function placesIn(Points $points): array
    {
        $places = [];
        foreach ($points->id as $i => $_) {
            if ($this->holds($points, $i)) {
                $places[] = $i;
            }
        }

        return $places;
    }

    /** A value within its bounds. */
    public function within(int $value): int
    {
        return max($this->least(), min($this->most(), $value));
    }

    /** @return array{name: string, title: string, least: int, most: int, rest: int} */
    public function describe(): array
    {
        return [
            'name' => $this->name, 'title' => $this->title(), 'least' => $this->least(), 'most' => $this->most(),
            'rest' => $this->rest(),
        ];
    }
}
