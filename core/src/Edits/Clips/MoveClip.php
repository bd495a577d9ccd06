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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Time\Bounds;

/** Moves the clip in front in time, with what lies in it. */
final readonly class MoveClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('clip-move', 'Move the clip', Group::Clips, 'Moves the clip in front earlier or later, with what lies in it.', [
            Parameter::signedAmount('by', '1bar', 'How far; earlier with a minus.'),
        ], subject: Subject::Clip, synonyms: ['nudge clip', 'shift clip'], uses: ['clip-move by=-1bar' => 'Move the clip a bar earlier']);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $clip = $open->song->clips[$open->front];
        $start = max(0, $parameters->amount('by')->shift($clip->start, $context->time));
        if ($start + $clip->length > Bounds::LAST_TICK) {
            throw new EditRefused('That would go past the end of what a song can hold; move the clip by less.');
        }

        return SongResult::of($open, $start === $clip->start ? $open->song : $open->song->withClip($clip->with(['start' => $start])), $start === $clip->start
            ? 'Nothing moved: the clip is at the start of the song.'
            : "Clip moved to {$context->time->position($start)}");
    }
}
