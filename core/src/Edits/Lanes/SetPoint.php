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
use Jactonic\Core\Edits\Values\PointLevels;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Sets a point in a lane and selects it. */
final readonly class SetPoint implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'point',
            'Set a point',
            Group::Lanes,
            'Sets a point in a lane of controllers, bend, pressure or programs, on the track in front, and selects it.',
            [
                Parameter::moment('at', 'Where.'),
                Parameter::pointLevel('value', 'What it sets.', 'what holds there'),
                Parameter::laneOfPoints(),
            ],
            subject: Subject::Anywhere,
            synonyms: ['controller', 'automation', 'node', 'breakpoint', 'program change', 'insert point'],
            uses: [
                'point lane=cc64 value=127' => 'Pedal down',
                'point lane=cc64 value=0' => 'Pedal up',
                'point lane=bend value=0' => 'Bend back to the middle',
            ],
            putsIn: true,
            inLoops: InLoops::LeaveOut,
            bare: ['value', 'at'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $levels = PointLevels::lane($notes, $context, $parameters);
        $at = $context->moment($parameters, 'at');
        $value = $parameters->has('value') ? $parameters->int('value') : $levels->inFront()->at($at);
        $levels->put($at, $value);

        return $levels->change(Selection::none(), "{$value} at {$context->time->position($at)}");
    }
}
