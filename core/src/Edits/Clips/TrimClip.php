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

/** Puts an edge of the clip in front at a place. What lies in it stays where it sounds. */
final readonly class TrimClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('clip-trim', 'Trim the clip', Group::Clips, 'Puts the start or the end of the clip in front at a place; what lies in it stays where it sounds.', [
            Parameter::choice('edge', ['start', 'end'], 'end', 'Which edge moves.'),
            Parameter::moment('at', 'Where it goes.'),
        ], subject: Subject::Clip, synonyms: ['shorten clip', 'lengthen clip', 'crop clip'], uses: ['clip-trim edge=start' => 'Begin the clip at the caret']);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $clip = $open->song->clips[$open->front];
        $at = $context->moment($parameters, 'at');
        $atStart = $parameters->choice('edge') === 'start';
        if ($atStart ? $at >= $clip->end() : $at <= $clip->start) {
            throw new EditRefused('Nothing trimmed: the clip would have no length.');
        }
        $earlier = max(0, $clip->start - $at - $clip->offset);
        $trimmed = $clip->with($atStart
            ? ['start' => $at, 'length' => $clip->end() - $at, 'offset' => max(0, $clip->offset + $at - $clip->start)]
            : ['length' => $at - $clip->start]);

        // Before its content begins there is room only where all of the content moves.
        return SongResult::of(
            $open, $open->song->withClip($trimmed, $earlier > 0 ? $open->song->contentOf($clip->id)->shifted($earlier) : null),
            'The clip '.($atStart ? 'begins' : 'ends')." at {$context->time->position($at)}",
        );
    }
}
