<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;

/** A track: what its clips sound with and how. */
final readonly class Track
{
    public const COLOURS = 8;

    /** General MIDI: channel 10, counted from 1, is for drums. */
    public const DRUM_CHANNEL = 9;

    public const LONGEST_NAME = 80;

    /** In place of an instrument: the light voice of ours. */
    public const LIGHT = 'light';

    /** How its notes may be played. */
    public Techniques $techniques;

    /**
     * @param  int  $place  in the order of the tracks, from 0
     * @param  int  $colour  1 to 8 of the theme
     * @param  int  $channel  0–15, for new notes and controllers
     * @param  int  $volume  0–100 %
     * @param  int  $pan  −100 left to 100 right
     * @param  int  $transposition  semitones, −48 to 48: heard and exported; the notes stay as written
     * @param  int|null  $home  its number in the file it came from; null for a track that was made here
     * @param  RowNames|null  $rows  names, order and colours of its rows; null for those its voice has
     * @param  Instrument|null  $instrument  null for the one that stands for its voice
     * @param  bool  $isLight  whether it sounds with the light voice of ours, whatever stands for it in the bank
     * @param  int  $reverb  what of it goes to the reverb, 0–100 %
     * @param  int  $chorus  and to the chorus
     * @param  Rest  $rest  what its track of the file holds beside notes, points and what is the conductor's
     */
    public function __construct(
        public int $id,
        public int $place,
        public string $name,
        public int $colour = 1,
        public Voice $voice = Voice::Plucked,
        public int $channel = 0,
        public int $volume = 80,
        public int $pan = 0,
        public bool $muted = false,
        public bool $solo = false,
        public int $transposition = 0,
        public ?int $home = null,
        public Rest $rest = new Rest,
        public ?RowNames $rows = null,
        ?Techniques $techniques = null,
        public ?Instrument $instrument = null,
        public bool $isLight = false,
        public int $reverb = 0,
        public int $chorus = 0,
    ) {
        $this->techniques = $techniques ?? Techniques::none();
    }

    /** Whether it plays drums: its pitches are no tones, so what is about keys and pitches leaves it out. */
    public function isDrums(): bool
    {
        return $this->voice === Voice::Drums;
    }

    /** What it plays: what was chosen, or stands for its voice; null where the light voice of ours sounds. */
    public function sounds(): ?Instrument
    {
        return $this->isLight ? null : ($this->instrument ?? $this->voice->instrument());
    }

    /** What its rows are called: as it says, or else drums as General MIDI names them, and others by their pitches. */
    public function rowNames(): RowNames
    {
        return $this->rows ?? ($this->isDrums() ? RowNames::generalMidi() : RowNames::none());
    }

    /** The track with another instrument, and the voice that is nearest to it. */
    public function playing(Instrument $instrument): self
    {
        $isKit = $instrument->isKit;
        $isOwn = $instrument->bank !== Instrument::SHIPPED && $this->isDrums() === $isKit;

        return $this->with([
            'instrument' => (string) $instrument, 'voice' => ($isOwn ? $this->voice : $instrument->voice())->value,
        ]);
    }

    /**
     * The track with other values of some attributes, as `toArray()` names them.
     *
     * @param  array<string, mixed>  $values
     *
     * @throws BadInput where one is out of its range
     */
    public function with(array $values): self
    {
        return self::fromArray($values + $this->toArray());
    }

    /** @return array<string, int|string|bool|null> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'place' => $this->place, 'name' => $this->name, 'colour' => $this->colour,
            'voice' => $this->voice->value,
            'channel' => $this->channel, 'volume' => $this->volume, 'pan' => $this->pan, 'muted' => $this->muted,
            'solo' => $this->solo,
            'transposition' => $this->transposition, 'home' => $this->home, 'rest' => $this->rest->pack(),
            'rows' => (string) $this->rows,
            'techniques' => $this->techniques->all === [] ? '' : (string) $this->techniques,
            'instrument' => $this->isLight ? self::LIGHT : (string) $this->instrument,
            'reverb' => $this->reverb, 'chorus' => $this->chorus,
        ];
    }

    /**
     * @param  array<string, mixed>  $values
     *
     * @throws BadInput
     */
    public static function fromArray(array $values): self
    {
        // A step of an earlier time knew no sends.
        $read = new Attributes($values + ['reverb' => 0, 'chorus' => 0], 'A track');
        [$name, $rows, $instrument] = [trim($read->text('name')), $read->text('rows'), $read->text('instrument')];
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME) {
            throw new BadInput('A track has a name of 1 to '.self::LONGEST_NAME.' characters.');
        }

        return new self(
            $read->number('id', 0, PHP_INT_MAX), $read->number('place', 0, 100_000), $name,
            $read->number('colour', 1, self::COLOURS),
            Voice::tryFrom($read->text('voice')) ?? throw new BadInput(
                'A track’s voice is one of '.implode(', ', Voice::names()).'.',
            ),
            $read->number('channel', 0, 15), $read->number('volume', 0, 100), $read->number('pan', -100, 100),
            $read->isOn('muted'), $read->isOn('solo'), $read->number('transposition', -48, 48),
            $read->numberOrNone('home', 0, 65535), Rest::unpack($read->text('rest')),
            $rows === '' ? null : RowNames::parse($rows), Techniques::parse($read->text('techniques')),
            $instrument === '' || $instrument === self::LIGHT ? null : Instrument::parse($instrument),
            $instrument === self::LIGHT, $read->number('reverb', 0, 100), $read->number('chorus', 0, 100),
        );
    }
}
