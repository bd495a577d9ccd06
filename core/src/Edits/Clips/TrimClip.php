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

/** Puts an edge of the chosen clips, or of the one in front, at a place, or moves it by so much. What lies in them stays where it sounds. */
final readonly class TrimClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('clip-trim', 'Trim clips', Group::Clips, 'Puts the start or the end of the chosen clips, or of the one in front, at a place; what lies in them stays where it sounds.', [
            Parameter::choice('edge', ['start', 'end'], 'end', 'Which edge moves.'),
            Parameter::moment('at', 'Where it goes.'),
            Parameter::signedAmount('by', null, 'How far it moves instead; earlier with a minus.', absent: 'to the place'),
        ], subject: Subject::Clip, synonyms: ['shorten clip', 'lengthen clip', 'crop clip'], uses: ['clip-trim edge=start' => 'Begin the clip at the caret', 'clip-trim by=1bar' => 'The clip a bar longer']);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $atStart = $parameters->choice('edge') === 'start';
        $song = $open->song;
        $clips = ChosenClips::of($open, $context);
        foreach ($clips as $clip) {
            $edge = $atStart ? $clip->start : $clip->end();
            $at = $parameters->has('by') ? max(0, $parameters->amount('by')->shift($edge, $context->time)) : $context->moment($parameters, 'at');
            if ($atStart ? $at >= $clip->end() : $at <= $clip->start) {
                throw new EditRefused('Nothing trimmed: the clip would have no length.');
            }
            $song = ChosenClips::changed($song, $clip, [
                'start' => $atStart ? $at : $clip->start, 'length' => $atStart ? $clip->end() - $at : $at - $clip->start, 'muted' => $clip->muted,
            ]);
        }
        $first = $song->clips[$clips[0]->id];

        return SongResult::of(
            $open, $song, (count($clips) === 1 ? 'The clip ' : count($clips).' clips, the first one ').($atStart ? 'begins' : 'ends').' at '
                .$context->time->position($atStart ? $first->start : $first->end()),
        );
    }
}
