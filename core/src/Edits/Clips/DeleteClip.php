<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;

/** Takes the chosen clips, or the one in front, out with what lies in them. */
final readonly class DeleteClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-delete', 'Delete the clip', Group::Clips,
            'Takes the chosen clips, or the one in front, out with what lies in them.', subject: Subject::Clip,
            synonyms: ['remove clip'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $gone = array_map(static fn (Clip $clip): int => $clip->id, ChosenClips::of($open, $context));
        $song = $open->song;
        foreach ($gone as $id) {
            $song = $song->withoutClip($id);
        }
        if ($song->clips === []) {
            throw new EditRefused('This is the only clip of the song; a song has at least one.');
        }
        $stays = array_values(array_diff($open->open, $gone));
        $beside = array_map(static fn (Clip $clip): int => $clip->id, $song->clipsOf($open->frontTrack()->id));

        return SongResult::opening(
            $open, $song, $stays !== [] ? $stays : array_slice($beside, 0, 1), 0,
            Said::of(Noun::Clip->named(count($gone)), 'deleted'),
        );
    }
}
