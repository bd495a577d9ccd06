<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\CurveOf;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

final readonly class RemoveCurve implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'curve-remove',
            'Remove curves within notes',
            Group::Playing,
            'Takes curves out of notes.',
            [Parameter::choice(
                'of', 'Which.', options: ['all', ...array_column(CurveOf::cases(), 'value')], default: 'all',
            )],
            synonyms: ['flatten note', 'mpe remove', 'no bend'],
            bare: ['of'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $of = CurveOf::tryFrom($parameters->choice('of'));
        $points = $context->points;
        $draft = new PointDraft($points);
        $chosen = array_fill_keys($selection->ids, true);
        $flat = [];
        foreach ($points->note as $i => $note) {
            if (
                $note !== 0
                && isset($chosen[$note])
                && ($of === null || CurveOf::ofPoint($points->kind[$i], $points->number[$i]) === $of)
            ) {
                $draft->remove($i);
                $flat[$note] = true;
            }
        }

        return Change::nothing(
            $selection,
            $flat === []
                ? Said::nothing('Nothing changed: none of the notes has such a curve.')
                : Said::did(
                    count($flat),
                    Noun::Note,
                    'without '.($of === null ? 'curves' : "a curve of {$of->value}"),
                ),
        )->withPoints($draft->change());
    }
}
