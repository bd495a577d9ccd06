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
use Jactonic\Core\Edits\Tracks\WhichTrack;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;

/** Puts an empty clip on a track, the one in front or another, and opens it. */
final readonly class NewClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('clip-new', 'New clip', Group::Clips, 'Puts an empty clip on a track and opens it.', [
            Parameter::moment('at', 'Where it starts.'),
            Parameter::amount('length', 'How long it lasts.', default: '4bar'),
            WhichTrack::parameter(),
        ], subject: Subject::Clip, synonyms: ['add clip', 'empty clip', 'section'], bare: ['length', 'at'],
            putsIn: true);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $start = $context->moment($parameters, 'at');
        $length = max(1, $parameters->amount('length')->ticksAt($start, $context->time));
        $song = $open->song;
        $clip = Clip::fromArray(
            (new Clip($song->newClipId(), WhichTrack::of($open, $parameters)->id, $start, $length))->toArray(),
        );

        return SongResult::opening(
            $open, $song->withClip($clip, ClipContent::none()), [$clip->id], $clip->id,
            Said::that("New clip at {$context->time->position($start)}"),
        );
    }
}
