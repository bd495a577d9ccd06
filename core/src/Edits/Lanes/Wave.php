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
                    'shape',
                    ['sine', 'triangle', 'saw', 'fall', 'square'],
                    'sine',
                    'Sine, triangle and saw begin low; fall begins high; square is high for the first half.',
                ),
                Parameter::level('low', '40', 'The lowest value.'),
                Parameter::level('high', '100', 'The highest value.'),
                Parameter::amount('period', 'grid', 'How long one swing takes.'),
                Parameter::wholeNumber('phase', 0, 100, '%', 0, 'Where in its swing it begins.'),
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
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$low, $high, $shape] = [$parameters->int('low'), $parameters->int('high'), $parameters->choice('shape')];
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
            static fn (int $tick): float => $low + ($high - $low) * self::height(
                fmod(($tick - $from) / $period + $phase, 1.0), $shape,
            ),
        );

        return $levels->change(
            $selection, "as a {$shape} wave from {$low} to {$high} every ".round($period, 2).' ticks',
        );
    }

    /** How high a wave is, 0 to 1, at a share of its period. */
    private static function height(float $share, string $shape): float
    {
        return match ($shape) {
            'triangle' => 1 - abs(2 * $share - 1),
            'saw' => $share,
            'fall' => 1 - $share,
            'square' => $share < 0.5 ? 1.0 : 0.0,
            default => (1 - cos(2 * M_PI * $share)) / 2,
        };
    }
}
