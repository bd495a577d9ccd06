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
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Rest;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/** Copies a track, with its clips or with empty ones, and opens the copy. */
final readonly class CopyTrack implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'track-copy',
            'Copy a track',
            Group::Tracks,
            'Puts a copy of a track below it and opens it.',
            [
                WhichTrack::parameter(),
                Parameter::onOff('clips', 'On with what lies in its clips, off with empty ones.', default: true),
                Parameter::choice(
                    'voice', 'The voice of the copy; it plays what stands for it.', options: Voice::names(),
                    absent: 'the same',
                ),
                Parameter::wholeNumber(
                    'transpose', 'How much higher the copy sounds.', min: -48, max: 48, unit: 'semitones', default: 0,
                ),
            ],
            subject: Subject::Track,
            synonyms: ['duplicate track', 'clone track', 'layer'],
            uses: [
                'track-copy clips=off' => 'Copy the track without its notes',
                'track-copy transpose=12' => 'The track doubled an octave up',
            ],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $track = WhichTrack::of($open, $parameters);
        $place = $track->place + 1;
        $copy = $track->with([
            'id' => $song->newTrackId(), 'place' => $place,
            'name' => mb_substr("{$track->name} copy", 0, Track::LONGEST_NAME), 'home' => null,
            'rest' => (new Rest)->pack(),
            'transposition' => max(-48, min(48, $track->transposition + $parameters->int('transpose'))),
        ] + ($parameters->has('voice') ? ['voice' => $parameters->choice('voice'), 'instrument' => ''] : []));
        $others = array_map(
            static fn (Track $other): Track => $other->place >= $place ? $other
                ->with(['place' => $other->place + 1]) : $other,
            $song->tracks,
        );
        $copied = $song->withTracks([...$others, $copy]);
        $opened = [];
        foreach ($song->clipsOf($track->id) as $clip) {
            [$copied, $content] = $parameters->isOn('clips')
                ? $copied->copyOf($song->contentOf($clip->id))
                : [$copied, ClipContent::none()];
            $new = $clip->with(['id' => $copied->newClipId(), 'track' => $copy->id]);
            $copied = $copied->withClip($new, $content);
            $opened[] = $new->id;
        }

        return SongResult::opening(
            $open, $copied, array_slice($opened, 0, 1), $opened[0] ?? 0,
            Said::of($track->name, 'copied')->with($parameters->isOn('clips') ? '' : 'without its notes'),
        );
    }
}
