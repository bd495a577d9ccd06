<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
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

/** Gives the curves of one selected note to the others, each over its own length. */
final readonly class CopyCurve implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'curve-copy',
            'Copy the curves of a note',
            Group::Playing,
            'Gives all curves of the first selected note that has some to the other selected ones.',
            [Parameter::choice(
                'from', 'Which of the selected notes that have curves.', options: ['first', 'last'], default: 'first',
            )],
            synonyms: ['mpe copy', 'same bend', 'paste curve'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $points = $context->points;
        $places = $selection->positions($notes);
        $curves = [];
        foreach ($points->note as $i => $note) {
            $curves[$note][] = $i;
        }
        $with = array_values(array_filter($places, static fn (int $i): bool => isset($curves[$notes->id[$i]])));
        $from = $parameters->choice('from') === 'first' ? ($with[0] ?? null) : ($with[count($with) - 1] ?? null);
        if ($from === null || count($places) < 2) {
            throw new EditRefused('Nothing copied: select a note with a curve, and others to give it to.');
        }
        $draft = new PointDraft($points, $notes->nextId);
        foreach ($places as $i) {
            if ($i === $from) {
                continue;
            }
            foreach ($curves[$notes->id[$i]] ?? [] as $point) {
                $draft->remove($point);
            }
            foreach ($curves[$notes->id[$from]] as $point) {
                $tick = NoteCurves::scaled(
                    $points->start[$point], $notes->start[$from], $notes->length[$from], $notes->start[$i],
                    $notes->length[$i],
                );
                $draft->add(
                    [
                        'start' => $tick, 'note' => $notes->id[$i], 'channel' => $notes->channel[$i],
                        'clip' => $notes->clip[$i], 'rank' => Points::LAST_RANK,
                    ] + $points->row($point),
                );
            }
        }

        return Change::nothing(
            $selection, Said::that('Curves given to '.Noun::Note->counted(count($places) - 1)),
        )->withPoints($draft->change());
    }
}
