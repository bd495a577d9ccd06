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
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Amount;

/** Puts an empty clip on a track, the one in front or another, and opens it. */
final readonly class NewClip implements SongEdit
{
    private const USUAL = '4bar';

    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-new',
            'New clip',
            Group::Clips,
            'Puts an empty clip on a track, over the range where there is one, and opens it; never over another clip.',
            [
                Parameter::optionalMoment('at', 'Where it starts.', 'at the range, or else at the caret'),
                Parameter::amount('length', 'How long it lasts.', absent: 'as the range, or else 4 bars'),
                WhichTrack::parameter(),
            ],
            subject: Subject::Clip,
            synonyms: ['add clip', 'empty clip', 'section'],
            bare: ['length', 'at'],
            putsIn: true,
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $range = $parameters->has('at') || $parameters->has('length') ? null : $context->range;
        $start = $range !== null
            ? $range->from
            : ($parameters->has('at') ? $context->moment($parameters, 'at') : $context->caret->tick);
        $length = $range !== null ? $range->to - $range->from : max(1, (
            $parameters->has('length') ? $parameters->amount('length') : Amount::parse(self::USUAL)
        )->ticksAt($start, $context->time));
        $song = $open->song;
        $track = WhichTrack::of($open, $parameters)->id;
        $room = self::room($song, $track, $start, $context);
        $clip = Clip::fromArray((new Clip($song->newClipId(), $track, $start, min($room, $length)))->toArray());

        return SongResult::opening(
            $open, $song->withClip($clip, ClipContent::none()), [$clip->id], $clip->id,
            Said::that("New clip at {$context->time->position($start)}")->with(
                $room < $length ? "up to the next one at {$context->time->position($start + $room)}" : '',
            ),
        );
    }

    /**
     * How many ticks are free on a track from a tick on.
     *
     * @throws EditRefused where another clip lies there
     */
    private static function room(Song $song, int $track, int $start, Context $context): int
    {
        $room = PHP_INT_MAX;
        foreach ($song->clips as $clip) {
            if ($clip->track !== $track) {
                continue;
            }
            if ($clip->start <= $start && $clip->end() > $start) {
                $end = $context->time->position($clip->end());
                throw new EditRefused(
                    "There is a clip at {$context->time->position($start)} already; it ends at {$end}. Take a place "
                        ."behind it, such as at={$end}, or another track.",
                );
            }
            $room = $clip->start > $start ? min($room, $clip->start - $start) : $room;
        }

        return $room;
    }
}
