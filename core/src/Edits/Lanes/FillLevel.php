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
use Jactonic\Core\Time\Bounds;

/** One value from a moment on. */
final readonly class FillLevel implements Edit
{
    private const END = 'end';

    public function declaration(): Declaration
    {
        return new Declaration(
            'fill-level',
            'One value from here on',
            Group::Lanes,
            'Sets one value in a lane of the track in front from a moment on, in the place of all points behind it.',
            [
                Parameter::pointLevel('value', 'The value.', 'what holds there'),
                Parameter::moment('at', 'From where on.'),
                Parameter::moment(
                    'until', 'Up to where; what held there goes on then.', more: [self::END], default: self::END,
                ),
                Parameter::laneOfPoints(),
            ],
            subject: Subject::Anywhere,
            synonyms: ['flatten', 'hold', 'flat', 'constant', 'reset'],
            uses: [
                'fill-level at=range-start until=range-end' => 'Flat over the range',
                'fill-level lane=bend value=0' => 'No bend from here on',
            ],
            putsIn: true,
            inLoops: InLoops::LeaveOut,
            bare: ['value', 'at'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $levels = PointLevels::lane($notes, $context, $parameters);
        $held = $levels->inFront();
        $at = $context->moment($parameters, 'at');
        $until = $parameters->value('until') === self::END ? Bounds::LAST_TICK : $context->moment($parameters, 'until');
        $value = $parameters->has('value') ? $parameters->int('value') : $held->at($at);
        $after = $held->at($until);
        foreach ($held->between($at, $until - 1) as $i) {
            $levels->remove($i);
        }
        $levels->put($at, $value);
        if ($until < Bounds::LAST_TICK && $after !== $value && $held->between($until, $until) === []) {
            $levels->put($until, $after);
        }

        return $levels->change(Selection::none(), "{$value} from {$context->time->position($at)} on");
    }
}
