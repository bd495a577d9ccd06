<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Chords;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Values\Levels;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Takes each velocity toward the mean of the chords before and after it. */
final readonly class Smooth implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'smooth',
            'Smooth',
            Group::Dynamics,
            'Takes each velocity toward those of its neighbours in time.',
            [
                Parameter::wholeNumber('amount', 'How much of the way.', min: 0, max: 100, unit: '%', default: 50),
                Parameter::spread(),
                Parameter::lane(),
            ],
            subject: Subject::Levels,
            synonyms: ['even', 'soften jumps', 'average', 'outliers'],
            inLoops: InLoops::LeaveOut,
            bare: ['amount'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $amount = $parameters->int('amount') / 100;
        $levels = Levels::of($notes, $selection, $context, $parameters);
        foreach ($levels->moments($parameters->spread()) as $moments) {
            $this->smooth($levels, $moments, $amount);
        }

        return $levels->change($selection, "smoothed by {$parameters->int('amount')} %");
    }

    /** @param  list<non-empty-list<int>>  $moments  of one track, in order of time */
    private function smooth(Levels $levels, array $moments, float $amount): void
    {
        $means = array_map(
            static fn (array $places): float => array_sum(array_map(
                static fn (int $i): int => $levels->value[$i], $places,
            )) / count($places),
            $moments,
        );
        foreach ($moments as $k => $places) {
            $around = array_filter([$means[$k - 1] ?? null, $means[$k + 1] ?? null], is_float(...));
            foreach ($around === [] ? [] : $places as $i) {
                $toward = array_sum($around) / count($around);
                $levels->set($i, (int) round($levels->value[$i] + ($toward - $levels->value[$i]) * $amount));
            }
        }
    }
}
