<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Takes out touches too short to be meant, and doubled notes. */
final readonly class Tidy implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'tidy',
            'Tidy',
            Group::Building,
            'Takes out touches too short to be meant, and doubled notes.',
            [
                Parameter::amount('shorter', 'Notes shorter than this go.', default: '1/128'),
                Parameter::onOff(
                    'doubles',
                    'Of notes with the same start, pitch and channel one stays: the longest, as loud as the loudest.',
                    default: true,
                ),
            ],
            synonyms: ['clean', 'clean up', 'ghost notes', 'remove doubles', 'mistakes', 'short notes'],
            bare: ['shorter'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $shorter = $parameters->amount('shorter');
        $draft = new Draft($notes);
        $left = [];
        $touches = 0;
        foreach ($selection->positions($notes) as $i) {
            if ($notes->length[$i] < $shorter->ticksAt($notes->start[$i], $context->time)) {
                $draft->remove($i);
                $touches++;
            } else {
                $left[] = $i;
            }
        }
        $doubles = $parameters->isOn('doubles') ? $this->doubles($notes, $draft, $left, $context) : 0;

        return $draft->change(
            $selection,
            $touches + $doubles === 0
                ? Said::nothing('Nothing to tidy: no touches and no doubled notes.')
                : Said::each(Noun::Touch, [[$touches, "shorter than {$shorter} taken out"]])->with(
                    Doubles::said($doubles),
                ),
        );
    }

    /**
     * Of doubled notes one stays: of selected ones, and where none of these are doubled, of all in the part.
     *
     * @param  list<int>  $places  of the selected notes that stay
     * @return int how many were taken out
     */
    private function doubles(Notes $notes, Draft $draft, array $places, Context $context): int
    {
        $all = array_values(array_filter(
            array_keys($notes->id), static fn (int $i): bool => ! $draft->isRemoved($i),
        ));
        $gone = Doubles::remove($notes, $draft, $all, array_fill_keys($places, true), $context);

        return count(
            $gone !== [] ? $gone : Doubles::remove($notes, $draft, $all, array_fill_keys($all, true), $context),
        );
    }
}
