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
                    absent: 'by pitch on drum tracks, else by chord',
                ),
                Parameter::spread(),
                Parameter::signedAmount(
                    'gap', 'Silence left before the next note; a negative gap overlaps.', default: '0tk',
                ),
                Parameter::choice(
                    'last',
                    'The last chord goes to the next one that is not selected, or else to the next bar line; to that '
                        .'line whatever follows; to the end of the range; or stays.',
                    options: ['next', 'bar', 'range', 'keep'], default: 'next',
                ),
                Parameter::choice(
                    'long', 'Keep leaves notes alone that already last longer.', options: ['shorten', 'keep'],
                    default: 'shorten',
                ),
                Parameter::onOff(
                    'hold', 'Whether chords of three or more go on while fewer voices move above or below them.',
                    default: true,
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
        [$next, $chords, $hits] = $this->next($notes, $scope, $context, $parameters);
        $behind = $parameters->choice('last') === 'next'
            ? NextNotes::behindChords($notes, $chords, $parameters->spread(), $context, $this->holds($parameters))
                + NextNotes::behindNotes($notes, $hits, $context)
            : [];
        $gap = $parameters->amount('gap');
        $ends = array_map(
            static fn (int $start): int => $gap->shift($start, $context->time, -1), $next + $behind,
        );
        $last = array_values(array_filter(
            [...$chords, ...$hits], static fn (array $chord): bool => ! isset($behind[$chord[0]]),
        ));
        $finals = $this->lastEnds($notes, $last, $parameters, $context);
        $ends += $finals;
        if ($gap->isNegative()) {
            // An overlap never runs into the next note of the same pitch.
            foreach (NextNotes::nextOfPitch($notes, array_keys($notes->id), $context)[0] as $i => $start) {
                $ends[$i] = min($ends[$i] ?? $start, $start);
            }
        }
        // A gap leaves something of each note, and nothing of it lies behind what follows.
        $reach = array_map(static fn (int $end): int => max(1, $end), $next + $behind + $ends);
        $keepLong = $parameters->choice('long') === 'keep';
        $draft = new Draft($notes);
        $changed = 0;
        $places = $selection->positions($notes);
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $length = isset($ends[$i])
                ? max($context->time->leastLength(min($notes->length[$i], $reach[$i] - $start)), $ends[$i] - $start)
                : $notes->length[$i];
            if ($length === $notes->length[$i] || ($keepLong && $notes->length[$i] > $length)) {
                continue;
            }
            $draft->setTimes($i, $start, $length);
            $changed++;
        }
        $chosen = array_flip($places);

        return $draft->change(
            $selection,
            $changed === 0
                ? Said::nothing('Nothing changed: the notes are legato already.')
                : Said::did($changed, Noun::Note, 'made legato')->with(
                    Wording::were(count($places) - $changed, 'legato already'),
                    $this->toldOfLast('next note', array_intersect_key($behind, $chosen), $context),
                    $this->toldOfLast(
                        $parameters->choice('last') === 'range' ? 'end of the range' : 'bar line',
                        array_intersect_key($finals, $chosen), $context,
                    ),
                ),
        );
    }

    /**
     * What each note is followed by within the scope: on drum tracks the next hit of its row, else the next chord.
     *
     * @param  array<int, int>  $scope
     * @return array{array<int, int>, list<non-empty-list<int>>, list<non-empty-list<int>>} next starts by place, the
     *     chords that nothing ends, and the notes of which none of the same pitch follows, each by itself
     */
    private function next(Notes $notes, array $scope, Context $context, Parameters $parameters): array
    {
        $next = $chords = $hits = [];
        foreach ($context->clips->byTrack($scope, $notes->clip) as $part) {
            $ofPitch = $parameters->has('by')
                ? $parameters->choice('by') === 'pitch'
                : $context->clips->isDrums($notes->clip[array_values($part)[0]]);
            if ($ofPitch) {
                [$following, $last] = NextNotes::nextOfPitch($notes, $part, $context);
                $hits = [...$hits, ...$last];
            } else {
                [$following, $last] = NextNotes::nextChords(
                    $notes, $part, $parameters->spread(), $context, $this->holds($parameters),
                );
                $chords = [...$chords, ...$last];
            }
            $next += $following;
        }

        return [$next, $chords, $hits];
    }

    private function holds(Parameters $parameters): bool
    {
        return $parameters->choice('hold') === 'on';
    }

    /**
     * “the last one goes to the bar line at 3.1.0”.
     *
     * @param  array<int, int>  $ends  ticks by place
     */
    private function toldOfLast(string $where, array $ends, Context $context): string
    {
        if ($ends === []) {
            return '';
        }
        $count = count($ends);
        $at = count(array_unique($ends)) === 1 ? ' at '.$context->time->position(max($ends)) : '';

        return ($count === 1 ? 'the last one goes' : "the last {$count} go")." to the {$where}{$at}";
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
