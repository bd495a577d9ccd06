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
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Time\Bounds;

/** Copies the clip in front right behind itself. */
final readonly class RepeatClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-repeat',
            'Repeat the clip',
            Group::Clips,
            'Puts copies of the clip in front right behind it.',
            [Parameter::wholeNumber('times', 'How many copies.', min: 1, max: 64, unit: 'times', default: 1)],
            subject: Subject::Clip,
            synonyms: ['duplicate clip', 'copy clip'],
            uses: ['clip-repeat times=3' => 'The clip four times in all'],
            bare: ['times'],
            counts: 'times',
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $clip = $song->clips[$open->front];
        $times = $parameters->int('times');
        if ($clip->end() + $times * $clip->length > Bounds::LAST_TICK) {
            throw new EditRefused('That would go past the end of what a song can hold; repeat the clip fewer times.');
        }
        $opened = $open->open;
        for ($k = 1; $k <= $times; $k++) {
            [$song, $content] = $song->copyOf($open->song->contentOf($clip->id));
            $copy = $clip->with([
                'id' => $song->newClipId(), 'start' => $clip->start + $k * $clip->length, 'group' => 0,
            ]);
            $song = $song->withClip($copy, $content);
            $opened[] = $copy->id;
        }

        return SongResult::opening(
            $open,
            $song,
            $opened,
            $open->front,
            Said::of(Noun::Clip->named(1), 'repeated '.Wording::times($times))->with(
                "up to {$context->time->position($clip->end() + $times * $clip->length)}",
                ChosenClips::drift($clip->start, $clip->length, $context),
            ),
        );
    }
}
