<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Tracks;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/** Puts a new track behind the one in front, with an empty clip as long as the song, and opens it. */
final readonly class NewTrack implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'track-new',
            'New track',
            Group::Tracks,
            'Puts a new track below the one in front and opens it.',
            [
                Parameter::text('name', 'Its name.', longest: Track::LONGEST_NAME, absent: 'by what it plays'),
                Parameter::choice(
                    'voice', 'The family of sounds it belongs to.', options: Voice::names(),
                    default: Voice::Plucked->value,
                ),
                Parameter::instrument('instrument', 'What it plays; without one what stands for its voice.'),
                Parameter::onOff('clip', 'Off leaves it without a clip.', default: true),
            ],
            subject: Subject::Track,
            synonyms: ['add track', 'instrument', 'part'],
            uses: [
                'track-new voice=bass' => 'New bass track',
                'track-new voice=drums' => 'New drum track',
                'track-new voice=bowed' => 'New strings track',
                'track-new voice=sustained' => 'New track with a sustained voice',
            ],
            bare: ['voice', 'name'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $wanted = $parameters->value('instrument');
        $instrument = $wanted instanceof Instrument ? $wanted : null;
        $voice = $instrument?->voice() ?? Voice::from($parameters->choice('voice'));
        $name = $parameters->has('name') ? (string) $parameters->word('name') : '';
        $place = $open->frontTrack()->place + 1;
        $track = new Track(
            $song->newTrackId(), $place,
            $name !== '' ? $name : self::freeName($song, $instrument?->title() ?? ucfirst($voice->value)),
            count($song->tracks) % Track::COLOURS + 1, $voice,
            $voice === Voice::Drums ? Track::DRUM_CHANNEL : self::freeChannel($song),
            instrument: $instrument, isLight: $wanted === Track::LIGHT,
        );
        $clip = new Clip($song->newClipId(), $track->id, 0, self::length($song));
        $others = array_map(
            static fn (Track $other): Track => $other->place >= $place ? $other
                ->with(['place' => $other->place + 1]) : $other,
            $song->tracks,
        );

        if (! $parameters->isOn('clip')) {
            return SongResult::of(
                $open, $song->withTracks([...$others, $track]), Said::that("New track {$track->name}"),
            );
        }

        return SongResult::opening(
            $open, $song->withTracks([...$others, $track])->withClip($clip, ClipContent::none()), [$clip->id],
            $clip->id,
            Said::that("New track {$track->name}"),
        );
    }

    private static function freeName(Song $song, string $plain): string
    {
        $names = array_map(static fn (Track $track): string => $track->name, $song->tracks);
        $name = $plain;
        for ($k = 2; in_array($name, $names, true); $k++) {
            $name = "{$plain} {$k}";
        }

        return $name;
    }

    /** The first channel no track is on, but that of drums. */
    private static function freeChannel(Song $song): int
    {
        $taken = array_map(static fn (Track $track): int => $track->channel, $song->tracks);
        $free = array_values(array_diff(range(0, 15), $taken, [Track::DRUM_CHANNEL]));

        return $free[0] ?? 0;
    }

    private static function length(Song $song): int
    {
        return max([
            $song->conductor->meters->barStart(4),
            ...array_map(static fn (Clip $clip): int => $clip->end(), array_values($song->clips)),
        ]);
    }
}
