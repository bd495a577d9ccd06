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
use Jactonic\Core\Time\Bounds;

/** Limits lengths to a shortest and a longest. The played end goes along, as with `length`. */
final readonly class Fit implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'fit',
            'Fit lengths',
            Group::Length,
            'Makes notes at least as long as one amount and at most as long as another.',
            [
                Parameter::amount('min', 'The shortest length.', default: '1/64'),
                Parameter::amount('max', 'The longest length.', absent: 'no limit'),
            ],
            synonyms: ['limit length', 'shortest', 'longest', 'clamp'],
            uses: ['fit max=1bar' => 'No longer than a bar'],
            bare: ['max'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $min = $parameters->amount('min');
        $max = $parameters->has('max') ? $parameters->amount('max') : null;
        $draft = new Draft($notes);
        [$longer, $shorter] = [0, 0];
        foreach ($selection->positions($notes) as $i) {
            $start = $notes->start[$i];
            $low = max(1, $min->ticksAt($start, $context->time));
            $high = $max === null ? Bounds::LAST_TICK - $start : max(1, $max->ticksAt($start, $context->time));
            if ($low > $high) {
                throw new EditRefused(
                    "fit: min ({$min}) is longer than max ({$max}) at {$context->time->position($start)}; swap them.",
                );
            }
            $draft->length[$i] = max($low, min($high, $notes->length[$i]));
            $longer += $draft->length[$i] > $notes->length[$i] ? 1 : 0;
            $shorter += $draft->length[$i] < $notes->length[$i] ? 1 : 0;
        }

        return $draft->change($selection, $longer + $shorter === 0
            ? Said::nothing('Nothing changed: all lengths lie within the limits.')
            : Said::each(Noun::Note, [[$longer, 'made longer'], [$shorter, 'made shorter']]));
    }
}
