<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Dynamics;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Sum;
use Jactonic\Core\Edits\Values\Levels;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\HowFar;
use Jactonic\Core\Time\Rounding;

/** Adds to velocities, sets or scales them; the result is limited to 1–127. */
final readonly class Velocity implements AddsUp, Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'velocity',
            'Velocity',
            Group::Dynamics,
            'Makes notes louder or softer.',
            [
                Parameter::levelDifference('add', 'Louder by so much, softer with a minus.'),
                Parameter::level('set', 'All to this velocity.'),
                Parameter::wholeNumber('scale', 'To this share of the velocity there is.', min: 0, max: 400, unit: '%'),
                Parameter::lane(),
            ],
            oneOf: ['add', 'set', 'scale'],
            subject: Subject::Levels,
            synonyms: ['louder', 'softer', 'volume', 'gain', 'dynamics', 'accent', 'level'],
            uses: [
                'velocity set=96' => 'All to one velocity',
                'velocity set=127' => 'Full velocity',
                'velocity scale=80' => 'A fifth softer',
                'velocity scale=120' => 'A fifth louder',
            ],
            inLoops: InLoops::LeaveOut,
            bare: ['+add', '%scale', 'set'],
            asks: 'set',
        );
    }

    public function combined(array $first, array $second): ?array
    {
        return Sum::of($first, $second, ['add'], 16383);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$kind, $value] = match (true) {
            $parameters->has('add') => ['add', $parameters->int('add')],
            $parameters->has('set') => ['set', $parameters->int('set')],
            default => ['scale', $parameters->int('scale')],
        };
        $levels = Levels::of($notes, $selection, $context, $parameters);
        foreach ($levels->places as $i) {
            $levels->set($i, match ($kind) {
                'add' => $levels->value[$i] + $value,
                'set' => $value,
                default => Rounding::quotient($levels->value[$i] * $value, 100),
            });
        }
        [$more, $less, $called] = $levels->lane->name === Lane::VELOCITY
            ? ['louder', 'softer', 'velocity']
            : ['higher', 'lower', 'value'];
        $said = match ($kind) {
            'add' => '',
            'set' => "set to {$called} {$value}",
            default => "scaled to {$value} % of the {$called}",
        };

        if ($kind !== 'add') {
            return $levels->change($selection, $said, count($levels->places));
        }
        $whole = count($levels->places) - $levels->limited();

        return $whole > 0
            ? $levels->change($selection, '', $whole, HowFar::levels($value, $more, $less))
            : $levels->change($selection, $value > 0 ? $more : $less);
    }
}
