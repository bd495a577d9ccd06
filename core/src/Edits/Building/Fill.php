<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\TickRange;

/**
 * Fills the range with notes of one pitch, one on each line of a grid, in the place of those of that pitch that start
 * in it.
 *
 * The pattern of velocities counts the lines of each bar, as `accent` does, so that filling a second range beside the
 * first goes on with it. A 0 in it leaves its line empty.
 */
final readonly class Fill implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'fill',
            'Fill the row',
            Group::Building,
            'Puts a note of one pitch on each line of a grid in the range, in the place of those of that pitch there.',
            [
                Parameter::pitch('pitch', 'Which row.', words: ['caret', 'pointer']),
                Parameter::grid('every', 'On which lines.'),
                Parameter::accents(
                    'velocity',
                    'Velocities from the first line of the bar on, a pattern that repeats; 0 leaves a line empty.',
                    absent: 'as set for new notes',
                ),
                Parameter::amount('length', 'How long they last.', absent: 'up to the next line'),
                Parameter::range('range', 'From where to where.'),
                Parameter::onOff(
                    'clear', 'Whether the notes of the row that start there are taken out first.', default: true,
                ),
            ],
            subject: Subject::Anywhere,
            putsIn: true,
            synonyms: ['hi-hat', 'pattern', 'step sequence', 'drum row', 'paint', 'programming'],
            uses: [
                'fill every=1/8' => 'Fill with eighths',
                'fill every=1/16' => 'Fill with sixteenths',
                'fill every=1/4' => 'Fill with quarters',
                'fill every=1/8 velocity=0,100' => 'Fill the off-beats',
            ],
            inLoops: InLoops::LeaveOut,
            bare: ['every'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $range = $context->range($parameters, 'fill');
        $pitch = $context->pitch($parameters, 'pitch');
        $every = $context->time->gridLines($context->grid($parameters, 'every'));
        $pattern = $parameters->has('velocity')
            ? $parameters->list('velocity')
            : [$context->newNote($parameters, $range->from)[1]];
        $draft = new Draft($notes);
        $gone = $parameters->isOn('clear')
            ? $this->clear($notes, $draft, $pitch, $range, $context)
            : 0;
        $added = [];
        // Far too many need not be made one by one; the lines of a bar may be a little fewer than its length would
        // have.
        if ($every->estimate($range->from, $range->to) > 2 * Draft::MOST_NOTES) {
            throw Draft::tooMany();
        }
        $tick = $range->from;
        for (
            $every->around($tick), $tick = $every->before < $tick ? $every->after : $tick;
            $tick < $range->to;
            $tick = $every->next($tick)
        ) {
            $velocity = $pattern[$every->nearestIndex($tick) % count($pattern)];
            $at = $context->clips->inRound($context->clips->front, $tick);
            if ($velocity > 0 && ! isset($added[$at])) {
                $length = $parameters->has('length')
                    ? $parameters->amount('length')->ticksAt($tick, $context->time)
                    : $every->next($tick) - $tick;
                $added[$at] = $draft->add([
                    'start' => $at, 'length' => max(1, $length), 'pitch' => $pitch, 'velocity' => $velocity,
                    'channel' => $context->clips->channel, 'clip' => $context->clips->front,
                ]);
            }
        }

        return $draft->change(Selection::of(array_values($added)), count($added) === 0 && $gone === 0
            ? Said::nothing("Nothing filled: no line of {$every->grid} lies in the range")
            : Said::did(count($added), Noun::Note, 'of '.$context->clips->called($pitch)." filled in on {$every->grid}")
                ->with($gone > 0 ? Noun::Note->counted($gone).' taken out before' : ''));
    }

    /** Takes out what starts in the range in the row, in any round, of the track in front; tells how many. */
    private function clear(Notes $notes, Draft $draft, int $pitch, TickRange $range, Context $context): int
    {
        $track = $context->clips->trackOf($context->clips->front);
        $gone = 0;
        foreach ($notes->start as $i => $start) {
            $round = $context->clips->rounds[$notes->clip[$i]] ?? null;
            if (
                $notes->pitch[$i] === $pitch
                && ($round?->has($start) === true ? $this->sounds($start, $round, $range) : $range->has($start))
                && $context->clips->trackOf($notes->clip[$i]) === $track
            ) {
                $draft->remove($i);
                $gone++;
            }
        }

        return $gone;
    }

    /** Whether a note of a round begins in the range, in that round or a later one. */
    private function sounds(int $start, TickRange $round, TickRange $range): bool
    {
        $length = $round->to - $round->from;
        $later = max(0, intdiv($range->from - $start + $length - 1, $length));

        return $range->has($start + $later * $length);
    }
}
