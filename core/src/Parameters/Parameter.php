<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Lane;

/** One parameter of an edit, declared once: the palette, the bench, the command line and the reference read it here. */
final readonly class Parameter
{
    private const LONGEST_TEXT = 2000;

    /** The lane of points where none is said: expression, as long notes are shaped with. */
    private const USUAL_LANE = 'cc11';

    /**
     * @param  ?string  $default  as it would be written in an edit line; null where leaving it out means something else
     * @param  string  $absent  what leaving it out means, where there is no default
     */
    private function __construct(
        public string $name,
        public Kind $kind,
        public ?string $default,
        public string $help,
        public string $absent = '',
    ) {
    }

    public static function wholeNumber(
        string $name, string $help, int $min, int $max, string $unit = '', ?int $default = null, string $absent = '',
    ): self {
        return new self(
            $name, new WholeNumber($min, $max, $unit), $default === null ? null : (string) $default, $help, $absent,
        );
    }

    /**
     * A whole number or a word that stands for one.
     *
     * @param  list<string>  $words
     */
    public static function wholeNumberOr(
        string $name, string $help, array $words, int $min, int $max, string $unit = '', ?string $default = null,
        string $absent = '',
    ): self {
        return new self($name, new WholeNumber($min, $max, $unit, $words), $default, $help, $absent);
    }

    public static function ratio(string $name, string $help, int $largest, string $default): self
    {
        return new self($name, new RatioValue($largest), $default, $help);
    }

    public static function velocities(string $name, string $help, string $default): self
    {
        return new self($name, new VelocityList, $default, $help);
    }

    /** Velocities in a row that may be 0, for a place left empty. */
    public static function accents(string $name, string $help, string $absent): self
    {
        return new self($name, new VelocityList(least: 0), null, $help, $absent);
    }

    /**
     * A value of the lane that the line names, or a word in its place; its bounds are those of the lane.
     *
     * @param  list<string>  $words
     */
    public static function level(
        string $name, string $help, ?string $default = null, string $absent = '', array $words = [],
    ): self {
        return new self($name, LevelValue::value(...$words), $default, $help, $absent);
    }

    /** A value of a lane of points that may be left out, by itself that of a controller. */
    public static function pointLevel(string $name, string $help, string $absent): self
    {
        return new self($name, LevelValue::value()->in(Lane::parse(self::USUAL_LANE)), null, $help, $absent);
    }

    /** A difference of two values of the lane that the line names. */
    public static function levelDifference(string $name, string $help): self
    {
        return new self($name, LevelValue::difference(), null, $help);
    }

    /** Which lane it is done to, which several edits share. */
    public static function lane(): self
    {
        return new self(
            'lane', new LaneValue, Lane::VELOCITY,
            'What it is done to: velocities, a controller such as cc11, bend, pressure. Of a lane of points to those '
                .'that are selected, else to those in the range.',
        );
    }

    /** A lane of points, which an edit is about that has nothing to do with velocities. */
    public static function laneOfPoints(): self
    {
        return new self(
            'lane', new LaneValue, self::USUAL_LANE, 'The lane: a controller such as cc11, bend, pressure.',
        );
    }

    /** A lane that may be left out. */
    public static function optionalLane(string $name, string $help, string $absent): self
    {
        return new self($name, new LaneValue, null, $help, $absent);
    }

    public static function course(string $name, string $help, string $default): self
    {
        return new self($name, new CourseValue, $default, $help);
    }

    public static function chordShape(string $name, string $help, string $default): self
    {
        return new self($name, new ChordShape, $default, $help);
    }

    public static function range(string $name, string $help): self
    {
        return new self($name, new RangeValue, 'range', $help);
    }

    public static function onOff(string $name, string $help, bool $default): self
    {
        return self::choice($name, $help, ['off', 'on'], $default ? 'on' : 'off');
    }

    public static function steps(string $name, string $help, string $absent): self
    {
        return new self($name, new StepPattern, null, $help, $absent);
    }

    /** How a course bends on its way from one end to the other, which several edits share. */
    public static function curve(string $name, string $help): self
    {
        return new self($name, new Curve, '0', $help);
    }

    /** @param  non-empty-list<string>  $options */
    public static function choice(
        string $name, string $help, array $options, ?string $default = null, string $absent = '',
    ): self {
        return new self($name, new Choice($options), $default, $help, $absent);
    }

    public static function amount(string $name, string $help, ?string $default = null, string $absent = ''): self
    {
        return new self($name, AmountOfTime::unsigned(), $default, $help, $absent);
    }

    /**
     * An amount of time or a word in its place, which may be left out.
     *
     * @param  list<string>  $words
     */
    public static function amountOr(string $name, string $help, array $words): self
    {
        return new self($name, AmountOfTime::unsigned(...$words), null, $help, 'as it is');
    }

    public static function signedAmount(string $name, string $help, ?string $default = null, string $absent = ''): self
    {
        return new self($name, AmountOfTime::signed(), $default, $help, $absent);
    }

    public static function grid(string $name, string $help, string $absent = ''): self
    {
        return new self($name, new GridValue, $absent === '' ? 'grid' : null, $help, $absent);
    }

    /**
     * @param  list<string>  $words  that stand for a pitch; the first is the default, and without one it may be left
     *     out
     */
    public static function pitch(string $name, string $help, array $words = ['caret'], string $absent = ''): self
    {
        return new self($name, new PitchValue($words), $words[0] ?? null, $help, $absent);
    }

    /** A pitch with another default than the caret. */
    public static function pitchOr(string $name, string $help, string $default): self
    {
        return new self($name, new PitchValue([]), $default, $help);
    }

    /** @param  list<string>  $more  words beside caret, playhead, range-start and range-end */
    public static function moment(string $name, string $help, array $more = [], string $default = 'caret'): self
    {
        return new self($name, new Moment($more), $default, $help);
    }

    /** A place that may be left out. */
    public static function optionalMoment(string $name, string $help, string $absent): self
    {
        return new self($name, new Moment, null, $help, $absent);
    }

    public static function text(string $name, string $help, int $longest, string $absent = 'as it is'): self
    {
        return new self($name, new TextValue($longest), null, $help, $absent);
    }

    /** @param  non-empty-list<string>  $words  that stand for a track; the first is the default */
    public static function track(string $name, string $help, array $words): self
    {
        return new self($name, new TrackValue($words), $words[0], $help);
    }

    public static function rowNames(string $name, string $help): self
    {
        return new self($name, new RowNamesValue, RowNamesValue::VOICE, $help);
    }

    public static function techniques(string $name, string $help): self
    {
        return new self($name, new TechniquesValue, TechniquesValue::NONE, $help);
    }

    public static function instrument(string $name, string $help): self
    {
        return new self($name, new InstrumentValue, null, $help, 'as it is');
    }

    public static function tempo(string $name, string $help): self
    {
        return new self($name, new Tempo, '120', $help);
    }

    public static function meter(string $name, string $help): self
    {
        return new self($name, new MeterValue, '4/4', $help);
    }

    /** A chord by its name, as it is written above a melody. */
    public static function chordName(string $name, string $help): self
    {
        return new self($name, new ChordNameValue, 'C', $help);
    }

    public static function key(string $name, string $help): self
    {
        return new self($name, new KeyValue, 'C major', $help);
    }

    /** What random offsets are made from: a number, or another one each time. */
    public static function seed(string $help): self
    {
        return new self('seed', new Seed, Seed::NEW, $help);
    }

    /** The chord spread, which several edits share. */
    public static function spread(): self
    {
        return new self(
            'spread', AmountOfTime::unsigned('auto'), 'auto',
            'What is one chord: starts within this time of the earliest, or as auto finds, slow strums too.',
        );
    }

    /**
     * One that is declared as data, as the commands of the screen are; left out it means something else.
     *
     * @param array{
     *     name: string, kind: string, help?: string, options?: list<string>, min?: int, max?: int, unit?: string,
     *     signed?: bool,
     * }  $said
     */
    public static function declared(array $said): self
    {
        $options = $said['options'] ?? [];

        return new self($said['name'], match ($said['kind']) {
            'choice' => $options === [] ? new TextValue(self::LONGEST_TEXT) : new Choice($options),
            'whole-number' => new WholeNumber($said['min'] ?? 0, $said['max'] ?? 127, $said['unit'] ?? ''),
            'amount' => ($said['signed'] ?? false) ? AmountOfTime::signed() : AmountOfTime::unsigned(),
            'grid' => new GridValue,
            'moment' => new Moment,
            'range' => new RangeValue,
            default => new TextValue(self::LONGEST_TEXT),
        }, null, $said['help'] ?? '');
    }

    /** @return array<string, mixed> for the catalog */
    public function describe(): array
    {
        return [
            'name' => $this->name,
            'kind' => $this->kind->name(),
            'default' => $this->default,
            'absent' => $this->absent,
            'allowed' => $this->kind->allowed(),
            'help' => $this->help,
        ] + $this->kind->describe();
    }
}
