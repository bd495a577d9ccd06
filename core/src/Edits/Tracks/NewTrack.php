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
use Jactonic\Core\Song\FreshTrack;
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
        $fresh = FreshTrack::below($open->frontTrack(), $song, $voice, $name, $instrument, $wanted === Track::LIGHT);
        $said = Said::that("New track {$fresh->track->name}");
        if (! $parameters->isOn('clip')) {
            return SongResult::of($open, $fresh->song, $said);
        }
        $clip = new Clip($song->newClipId(), $fresh->track->id, 0, self::length($song));

        return SongResult::opening(
            $open, $fresh->song->withClip($clip, ClipContent::none()), [$clip->id], $clip->id, $said,
        );
    }

    private static function length(Song $song): int
    {
        return max([
            $song->conductor->meters->barStart(4),
            ...array_map(static fn (Clip $clip): int => $clip->end(), array_values($song->clips)),
        ]);
    }
}
