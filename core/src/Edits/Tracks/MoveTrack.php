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
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/** Moves a track up or down in the order. */
final readonly class MoveTrack implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'track-move',
            'Move a track',
            Group::Tracks,
            'Moves a track down in the order, up with a minus.',
            [
                WhichTrack::parameter(),
                Parameter::wholeNumber(
                    'by', 'How far down; up with a minus.', min: -Song::MOST_TRACKS, max: Song::MOST_TRACKS,
                    unit: 'places', default: 1,
                ),
            ],
            subject: Subject::Track,
            synonyms: ['order', 'up', 'down', 'arrange'],
            uses: ['track-move by=-1' => 'Move the track up', 'track-move by=1' => 'Move the track down'],
            bare: ['by'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $track = WhichTrack::of($open, $parameters);
        $order = array_keys($open->song->tracks);
        $from = (int) array_search($track->id, $order, true);
        $to = max(0, min(count($order) - 1, $from + $parameters->int('by')));
        if ($to === $from) {
            return SongResult::of(
                $open, $open->song,
                Said::nothing(
                    "Nothing moved: {$track->name} is at the ".($parameters->int('by') < 0 ? 'top.' : 'bottom.'),
                ),
            );
        }
        array_splice($order, $from, 1);
        array_splice($order, $to, 0, [$track->id]);
        $tracks = [];
        foreach ($order as $place => $id) {
            $tracks[] = $open->song->tracks[$id]->place === $place
                ? $open->song->tracks[$id]
                : $open->song->tracks[$id]->with(['place' => $place]);
        }

        return SongResult::of(
            $open, $open->song->withTracks($tracks), Said::of($track->name, 'moved '.($to > $from ? 'down' : 'up')),
        );
    }
}
