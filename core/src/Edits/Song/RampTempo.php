<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Curve;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\ConductorRoom;
use Jactonic\Core\Song\OpenSong;

/**
 * Lets the tempo go over a range, from the one that holds at its start to another. A MIDI file knows no ramps, so it is
 * made of steps: one at each eighth.
 */
final readonly class RampTempo implements AddsUp, SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'tempo-ramp',
            'Tempo ramp',
            Group::Song,
            'Lets the tempo go over the range from the one that holds at its start to another, a step at each eighth.',
            [
                Parameter::tempo('to', 'Quarter notes a minute at the end of the range.'),
                Parameter::range('range', 'Where the tempo goes.'),
                Parameter::curve('curve', 'Above 0 most of it happens late, below 0 early.'),
                Retimed::keep(),
            ],
            subject: Subject::Conductor,
            synonyms: ['accelerando', 'ritardando', 'rallentando', 'speed up', 'slow down', 'tempo curve'],
            bare: ['to'],
            asks: 'to',
        );
    }

    public function combined(array $first, array $second): ?array
    {
        return ($first['range'] ?? '') === ($second['range'] ?? '')
            && ($first['keep'] ?? 'bars') === ($second['keep'] ?? 'bars')
            ? $second
            : null;
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $range = $context->range($parameters, 'A tempo ramp');
        $conductor = $open->song->conductor;
        $from = 60_000_000 / $conductor->tempo->tempoAt($range->from);
        $to = $parameters->decimal('to');
        $kept = array_filter(
            $conductor->events,
            static fn (ConductorEvent $event): bool => $event->kind !== ConductorKind::Tempo
                || $event->tick < $range->from || $event->tick > $range->to,
        );
        $tempos = count(array_filter(
            $kept, static fn (ConductorEvent $event): bool => $event->kind === ConductorKind::Tempo,
        ));
        $step = max(1, intdiv($context->time->ppq(), 2));
        if ($tempos + 2 + intdiv($range->to - $range->from, $step) > ConductorRoom::most(ConductorKind::Tempo)) {
            throw new EditRefused(
                'A song has at most '.number_format(ConductorRoom::most(ConductorKind::Tempo))
                    .' tempos; take a shorter range.',
            );
        }
        $steps = [];
        for ($tick = $range->from; $tick < $range->to; $tick += $step) {
            $share = Curve::at(($tick - $range->from) / ($range->to - $range->from), $parameters->int('curve'));
            $steps[] = ConductorEvent::ofTempo($tick, $from + ($to - $from) * $share);
        }
        $steps[] = ConductorEvent::ofTempo($range->to, $to);
        $changed = $conductor::of($conductor->ppq, [...array_values($kept), ...$steps]);

        return SongResult::of(
            $open, Retimed::under($open->song, $changed, $parameters),
            Said::that(
                'Tempo from '.round($from, 2)." to {$to} BPM between {$context->time->position($range->from)} and "
                .$context->time->position($range->to).Retimed::said($parameters),
            ),
        );
    }
}
