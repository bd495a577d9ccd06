<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Tracks;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\HowFar;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\FreshTrack;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Programs;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/** Changes a track: its name, instrument, voice, colour, volume, pan, sends, mute, solo, transposition. */
final readonly class ChangeTrack implements AddsUp, SongEdit
{
    private const STATES = ['on', 'off', 'toggle'];

    private const NOTES = 'notes';

    public function declaration(): Declaration
    {
        return new Declaration(
            'track',
            'Track',
            Group::Tracks,
            'Changes a track: its name, instrument, voice, colour, volume, pan, sends, mute, solo, transposition.',
            [
                WhichTrack::parameter(),
                Parameter::text('name', 'Its name.', longest: Track::LONGEST_NAME),
                Parameter::instrument(
                    'instrument', 'What it plays; voice is the one that stands for its voice, light the light voice.',
                ),
                Parameter::choice(
                    'voice', 'The family of sounds it belongs to; it plays the instrument that stands for it.',
                    options: Voice::names(), absent: 'as it is',
                ),
                Parameter::wholeNumber(
                    'colour', 'One of the eight colours of the theme.', min: 1, max: Track::COLOURS, absent: 'as it is',
                ),
                Parameter::wholeNumber('volume', 'How loud it is.', min: 0, max: 100, unit: '%', absent: 'as it is'),
                Parameter::wholeNumber(
                    'pan', '−100 is left, 100 is right.', min: -100, max: 100, unit: '%', absent: 'as it is',
                ),
                Parameter::wholeNumber(
                    'reverb', 'What of it goes to the reverb.', min: 0, max: 100, unit: '%', absent: 'as it is',
                ),
                Parameter::wholeNumber(
                    'chorus', 'What of it goes to the chorus.', min: 0, max: 100, unit: '%', absent: 'as it is',
                ),
                Parameter::choice('mute', 'Whether it is silent.', options: self::STATES, absent: 'as it is'),
                Parameter::choice(
                    'solo', 'Whether only it, and others on solo, sound.', options: self::STATES, absent: 'as it is',
                ),
                Parameter::wholeNumberOr(
                    'transpose',
                    'Heard and exported higher or lower, while the notes stay as written; notes writes them as they '
                        .'sound.',
                    words: [self::NOTES], min: -48, max: 48, unit: 'semitones', absent: 'as it is',
                ),
                Parameter::wholeNumber(
                    'channel', 'The MIDI channel of notes that are put in.', min: 1, max: 16, absent: 'as it is',
                ),
            ],
            subject: Subject::Track,
            synonyms: [
                'rename', 'sound', 'program', 'patch', 'preset', 'mixer', 'silence', 'colour', 'left', 'right', 'send',
                'transposition',
            ],
            uses: [
                'track instrument=acoustic-grand-piano' => 'The track plays a piano',
                'track instrument=string-ensemble-1' => 'The track plays strings',
                'track mute=toggle' => 'Mute the track',
                'track solo=toggle' => 'Hear the track alone',
                'track transpose=12' => 'Sound an octave up',
                'track transpose=0' => 'Sound as written',
                'track transpose=notes' => 'Write the notes as they sound',
            ],
        );
    }

    public function combined(array $first, array $second): ?array
    {
        // A slider that is moved on says the same thing anew.
        return array_keys($first) === array_keys($second) && array_intersect(
            ['mute', 'solo'], array_keys($second),
        ) === []
            && ($first['of'] ?? '') === ($second['of'] ?? '') ? $second : null;
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $track = WhichTrack::of($open, $parameters);
        if ($parameters->has('transpose') && $parameters->word('transpose') === self::NOTES) {
            return $this->written($open, $track);
        }
        $changed = self::sounding($track->with($this->values($track, $parameters)), $parameters);
        // What becomes drums, or is none any more, goes where drums, or others, are sought.
        $turns = $changed->isDrums() !== $track->isDrums() && ! $parameters->has('channel')
            && ($changed->isDrums() || $track->channel === Track::DRUM_CHANNEL);
        $changed = $turns
            ? $changed->with(['channel' => FreshTrack::channelFor($changed->voice, $open->song)])
            : $changed;
        $said = array_diff_assoc($changed->toArray(), $track->toArray());
        // What it plays says what family it is of.
        unset($said[isset($said['instrument']) && ! $parameters->has('voice') ? 'voice' : '']);
        $song = $said === [] ? $open->song : $open->song->withTrack($changed);
        if ($turns) {
            foreach ($song->clipsOf($track->id) as $clip) {
                $song = $song->withClip($clip, $song->contentOf($clip->id)->onChannel($changed->channel));
            }
        }
        $song = isset($said['instrument']) || isset($said['voice']) ? Programs::rewritten($song, $changed) : $song;

        return SongResult::of($open, $song, $said === []
            ? Said::nothing("Nothing changed: {$track->name} is so already.")
            : Said::that("{$track->name}: ".implode(', ', array_map($this->said(...), array_keys($said), $said))));
    }

    /** The track with what it is to play. Who chooses a voice has what stands for it. */
    private static function sounding(Track $track, Parameters $parameters): Track
    {
        $wanted = $parameters->value('instrument');

        return match (true) {
            $wanted instanceof Instrument => $track->playing($wanted),
            $wanted === Track::LIGHT => $track->with(['instrument' => Track::LIGHT]),
            $wanted !== null || $parameters->has('voice') => $track->with(['instrument' => '']),
            default => $track,
        };
    }

    /** Gives the notes of a track the pitches they sound at: it sounds the same, as written. */
    private function written(OpenSong $open, Track $track): SongResult
    {
        $by = $track->transposition;
        if ($by === 0) {
            return SongResult::of(
                $open, $open->song, Said::nothing("Nothing changed: {$track->name} sounds as written."),
            );
        }
        $song = $open->song->withTrack($track->with(['transposition' => 0]));
        $count = 0;
        foreach ($song->clipsOf($track->id) as $clip) {
            $content = $song->contentOf($clip->id);
            $count += $content->notes->count();
            $pitches = array_map(static fn (int $pitch): int => max(0, min(127, $pitch + $by)), $content->notes->pitch);
            $song = $song->withClip($clip, $content->withNotes($content->notes->with(['pitch' => $pitches])));
        }

        return SongResult::of(
            $open,
            $song,
            Said::that("{$track->name}: ".Noun::Note->counted($count).' written as they sound')->with(
                (string) HowFar::up($by, 'semitone'),
            ),
        );
    }

    /** @return array<string, int|string|bool> */
    private function values(Track $track, Parameters $parameters): array
    {
        $values = [];
        foreach (
            [
                'name' => 'name',
                'voice' => 'voice',
                'colour' => 'colour',
                'volume' => 'volume',
                'pan' => 'pan',
                'reverb' => 'reverb',
                'chorus' => 'chorus',
                'transpose' => 'transposition',
            ] as $parameter => $attribute
        ) {
            $value = $parameters->value($parameter);
            if ((is_string($value) && $value !== '') || is_int($value)) {
                $values[$attribute] = $value;
            }
        }
        if ($parameters->has('channel')) {
            $values['channel'] = $parameters->int('channel') - 1;
        }
        foreach (
            ['mute' => ['muted', $track->muted], 'solo' => ['solo', $track->solo]] as $parameter => [$attribute, $now]
        ) {
            if ($parameters->has($parameter)) {
                $state = $parameters->choice($parameter);
                $values[$attribute] = $state === 'toggle' ? ! $now : $state === 'on';
            }
        }

        return $values;
    }

    private function said(string $attribute, int|string|bool|null $value): string
    {
        return match ($attribute) {
            'muted' => $value === true ? 'muted' : 'sounding',
            'solo' => $value === true ? 'on solo' : 'solo off',
            'instrument' => match ($value) {
                '' => 'the instrument of its voice',
                Track::LIGHT => 'the light voice',
                default => Instrument::parse((string) $value)->title(),
            },
            'volume', 'reverb', 'chorus' => "{$attribute} {$value} %",
            'pan' => $value === 0 ? 'pan in the middle' : 'pan '.abs((int) $value)
                .($value < 0 ? ' % left' : ' % right'),
            'transposition' => $value === 0 ? 'sounds as written' : 'sounds '.abs((int) $value)
                .(abs((int) $value) === 1 ? ' semitone' : ' semitones').((int) $value > 0 ? ' higher' : ' lower'),
            'channel' => 'channel '.((int) $value + 1),
            default => "{$attribute} {$value}",
        };
    }
}
