<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\Levels;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\TickRange;

/** Lets a lane swing between two values, such as a tremolo or a filter that opens on every beat. */
final readonly class Wave implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'wave',
            'Wave',
            Group::Lanes,
            'Lets values swing between a low and a high one with a period of the grid: draws it over the range, or '
                .'moves what is selected onto it.',
            [
                Parameter::choice(
                    'shape', 'Sine, triangle and saw begin low; fall begins high; square is high for the first half.',
                    options: WaveShape::names(), default: WaveShape::Sine->value,
                ),
                Parameter::level('low', 'The lowest value.', default: '40'),
                Parameter::level('high', 'The highest value.', default: '100'),
                Parameter::amount('period', 'How long one swing takes.', default: 'grid'),
                Parameter::wholeNumber(
                    'phase', 'Where in its swing it begins.', min: 0, max: 100, unit: '%', default: 0,
                ),
                Parameter::range('range', 'Where it is drawn, or what of the selection it reaches.'),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: [
                'oscillate',
                'tremolo',
                'vibrato',
                'sine',
                'square',
                'saw',
                'triangle',
                'swing between',
                'pulse',
            ],
            uses: [
                'wave period=1bar' => 'One swing a bar',
                'wave shape=square period=1/8' => 'On and off in eighths',
                'wave shape=saw period=1/4' => 'Rise on every quarter',
            ],
            inLoops: InLoops::LeaveOut,
            bare: ['shape', 'period'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$low, $high] = [$parameters->int('low'), $parameters->int('high')];
        $shape = WaveShape::from($parameters->choice('shape'));
        if ($low > $high) {
            throw new EditRefused(
                "wave: low ({$low}) is above high ({$high}); swap them, or begin elsewhere with phase=50.",
            );
        }
        $levels = Levels::sought($notes, $selection, $context, $parameters);
        $said = $parameters->value('range');
        $range = $said instanceof TickRange ? $said : ($levels->areSelected ? null : $context->range);
        if ($range === null) {
            $levels = Levels::of($notes, $selection, $context, $parameters);
        }
        $from = $range === null ? $levels->start[$levels->places[0]] : $range->from;
        $to = $range === null ? $levels->start[$levels->places[count($levels->places) - 1]] : $range->to - 1;
        [$dividend, $divisor] = $parameters->amount('period')->exactly($from, $context->time);
        $period = max(1, $dividend / $divisor);
        $phase = $parameters->int('phase') / 100;
        $levels->follow(
            $from, $to,
            static fn (int $tick): float => $low + ($high - $low) * $shape->height(
                fmod(($tick - $from) / $period + $phase, 1.0),
            ),
        );

        return $levels->change(
            $selection, "as a {$shape->value} wave from {$low} to {$high} every ".round($period, 2).' ticks',
        );
    }
}
