<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Amount;

/** Lets each note last until the next chord, or the next note of its pitch. The played ends are kept. */
final readonly class Legato implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('legato', 'Legato', Group::Length, 'Lets each note last until the next one begins.', [
            Scope::parameter(),
            Parameter::choice('by', ['chord', 'pitch'], 'chord', 'Until the next chord, or the next note of the same pitch.'),
            Parameter::spread(),
            Parameter::signedAmount('gap', '0tk', 'Silence left before the next note; a negative gap overlaps.'),
            Parameter::choice('last', ['bar', 'range', 'keep'], 'bar', 'The last chord goes to the next bar line, to the end of the range, or stays.'),
            Parameter::choice('long', ['shorten', 'keep'], 'shorten', 'Keep leaves notes alone that already last longer.'),
        ], synonyms: ['connect', 'fill gaps', 'sustain', 'extend', 'tenuto', 'smooth'], uses: ['legato gap=-1/64' => 'Legato with a slight overlap', 'legato by=pitch' => 'Until the next note of the pitch']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $scope = Scope::places($notes, $selection, $parameters);
        [$next, $last] = $parameters->choice('by') === 'pitch'
            ? Scope::nextOfPitch($notes, $scope)
            : Scope::nextChords($notes, $scope, $parameters, $context);
        $gap = $parameters->amount('gap');
        $ends = array_map(static fn (int $start): int => $gap->shift($start, $context, -1), $next)
            + $this->lastEnds($notes, $last, $parameters, $context);

        $keepLong = $parameters->choice('long') === 'keep';
        $draft = new Draft($notes);
        $changed = 0;
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $length = isset($ends[$i]) ? max(1, $ends[$i] - $start) : $notes->length[$i];
            if ($length === $notes->length[$i] || ($keepLong && $notes->length[$i] > $length)) {
                continue;
            }
            $draft->setTimes($i, $start, $length);
            $changed++;
        }

        return $draft->change($selection, $changed === 0
            ? 'Nothing changed: the notes are legato already.'
            : Wording::sentence([Wording::notes($changed).' made legato', $changed < count($places) ? count($places) - $changed.' left as they were' : '']));
    }

    /**
     * Where the notes end that nothing follows.
     *
     * @param  array<int, int>  $last
     * @return array<int, int> ticks by place
     *
     * @throws EditRefused where the range is asked for and there is none
     */
    private function lastEnds(Notes $notes, array $last, Parameters $parameters, Context $context): array
    {
        $choice = $parameters->choice('last');
        if ($choice === 'keep' || $last === []) {
            return [];
        }
        if ($choice === 'range') {
            $range = $context->range ?? throw new EditRefused('legato last=range needs a range; set one, or take last=bar.');

            return array_filter(
                array_fill_keys($last, $range->to),
                static fn (int $end, int $i): bool => $end > $notes->start[$i],
                ARRAY_FILTER_USE_BOTH,
            );
        }

        return $parameters->choice('by') === 'pitch'
            ? $this->barLinesAfterEach($notes, $last, $parameters->amount('spread'), $context)
            : array_fill_keys($last, $this->barLineAfter(max(array_map(static fn (int $i): int => $notes->start[$i], $last)), $parameters->amount('spread'), $context));
    }

    /**
     * @param  array<int, int>  $last
     * @return array<int, int>
     */
    private function barLinesAfterEach(Notes $notes, array $last, Amount $spread, Context $context): array
    {
        $ends = [];
        foreach ($last as $i) {
            $ends[$i] = $this->barLineAfter($notes->start[$i], $spread, $context);
        }

        return $ends;
    }

    /** The next bar line. A chord played a touch before a bar line belongs to the bar it opens and lasts to that one's end. */
    private function barLineAfter(int $start, Amount $spread, Context $context): int
    {
        return $context->meters->nextBarLine($spread->shift($start, $context));
    }
}
