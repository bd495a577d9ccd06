<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Length;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Time\Amount;

/** Lets each note last until the next chord, or the next note of its pitch. The played ends are kept. */
final readonly class Legato implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'legato',
            'Legato',
            Group::Length,
            'Lets each note last until the next one begins.',
            [
                NextNotes::parameter(),
                Parameter::choice(
                    'by', 'Until the next chord, or the next note of the same pitch.', options: ['chord', 'pitch'],
                    default: 'chord',
                ),
                Parameter::spread(),
                Parameter::signedAmount(
                    'gap', 'Silence left before the next note; a negative gap overlaps.', default: '0tk',
                ),
                Parameter::choice(
                    'last', 'The last chord goes to the next bar line, to the end of the range, or stays.',
                    options: ['bar', 'range', 'keep'], default: 'bar',
                ),
                Parameter::choice(
                    'long', 'Keep leaves notes alone that already last longer.', options: ['shorten', 'keep'],
                    default: 'shorten',
                ),
            ],
            synonyms: ['connect', 'fill gaps', 'sustain', 'extend', 'tenuto', 'smooth'],
            uses: [
                'legato gap=-1/64' => 'Legato with a slight overlap',
                'legato by=pitch' => 'Until the next note of the pitch',
            ],
            bare: ['gap'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $scope = NextNotes::places($notes, $selection, $parameters);
        $gap = $parameters->amount('gap');
        $ofPitch = $parameters->choice('by') === 'pitch' || $gap->isNegative()
            ? NextNotes::nextOfPitch($notes, $scope, $context)
            : [[], []];
        [$next, $last] = $parameters->choice('by') === 'pitch'
            ? $ofPitch
            : NextNotes::nextChords($notes, $scope, $parameters->spread(), $context);
        $ends = [];
        foreach ($next as $i => $start) {
            $ends[$i] = $gap->shift($start, $context->time, -1);
        }
        $ends += $this->lastEnds($notes, $last, $parameters, $context);
        if ($gap->isNegative()) {
            // An overlap never runs into the next note of the same pitch.
            foreach ($ofPitch[0] as $i => $start) {
                $ends[$i] = min($ends[$i] ?? $start, $start);
            }
        }
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

        return $draft->change(
            $selection,
            $changed === 0
                ? Said::nothing('Nothing changed: the notes are legato already.')
                : Said::did($changed, Noun::Note, 'made legato')->with(
                    Wording::were(count($places) - $changed, 'legato already'),
                ),
        );
    }

    /**
     * Where the notes end that nothing follows.
     *
     * @param  list<non-empty-list<int>>  $last  chords, or notes by themselves
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
        $range = $choice === 'range' ? $context->needRange('legato last=range', ', or take last=bar') : null;
        // A chord played a touch before a bar line belongs to the bar it opens and lasts to that one's end.
        $early = $parameters->spread() ?? Amount::parse('1/64');
        $ends = [];
        foreach ($last as $chord) {
            $starts = array_map(static fn (int $i): int => $notes->start[$i], $chord);
            $end = $range->to ?? $context->time->meters->nextBarLine($early->shift(max($starts), $context->time));
            foreach ($chord as $i) {
                if ($end > $notes->start[$i]) {
                    $ends[$i] = $end;
                }
            }
        }

        return $ends;
    }
}
