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
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;

/** Takes a track out with its clips. */
final readonly class DeleteTrack implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('track-delete', 'Delete a track', Group::Tracks, 'Takes a track out with its clips.', [
            WhichTrack::parameter(),
        ], subject: Subject::Track, synonyms: ['remove track']);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $track = WhichTrack::of($open, $parameters);
        $order = array_keys($open->song->tracks);
        $at = (int) array_search($track->id, $order, true);
        $next = $order[$at + 1] ?? $order[$at - 1] ?? throw new EditRefused(
            "{$track->name} is the only track; a song has at least one.",
        );
        $song = $open->song->withoutTrack($track->id);
        if ($song->clips === []) {
            throw new EditRefused("{$track->name} has the only clips of the song; make another clip first.");
        }
        $stays = array_values(array_filter($open->open, static fn (int $clip): bool => isset($song->clips[$clip])));
        $beside = array_map(static fn (Clip $clip): int => $clip->id, $song->clipsOf($next));

        return SongResult::opening(
            $open, $song, $stays !== [] ? $stays : array_slice($beside, 0, 1), $open->front,
            Said::of($track->name, 'deleted'),
        );
    }
}
