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
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameters;

/** Leaves of a pedal what can be heard: one point where it goes down, one where it goes up, and no press that holds nothing. */
final readonly class PedalClean implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('pedal-clean', 'Clean a pedal', Group::Lanes, 'Takes out values of a pedal that repeat each other, and presses that hold no note.', [
            Pedal::parameter(),
        ], subject: Subject::Anywhere, synonyms: ['sustain', 'damper', 'tidy pedal', 'redundant']);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $pedal = new Pedal($context, $selection, $parameters);
        $needed = [];
        $idle = 0;
        $ends = self::ends($pedal, $notes);
        foreach ($pedal->presses() as $row => $presses) {
            foreach ($presses as ['from' => $from, 'to' => $to, 'down' => $down, 'up' => $up]) {
                $holds = array_filter($ends[$row] ?? [], static fn (int $end): bool => $end >= $from && $end < $to) !== [];
                $idle += $holds ? 0 : 1;
                foreach ($holds ? [$down, $up] : [] as $place) {
                    $needed[$place ?? -1] = true;
                }
            }
        }
        $gone = 0;
        foreach (array_merge(...array_values($pedal->rows())) as $place) {
            if (isset($needed[$place])) {
                $pedal->draft->value[$place] = $pedal->isDown($place) ? 127 : 0;
            } else {
                $pedal->draft->remove($place);
                $gone++;
            }
        }

        return Change::nothing($selection, $gone === 0 ? 'Nothing to clean: every value of the pedal is needed.' : "{$gone} values of the pedal taken out".($idle > 0 ? ", {$idle} presses held nothing" : ''))->withPoints($pedal->draft->change());
    }

    /** @return array<string, list<int>> where notes end, by row */
    private static function ends(Pedal $pedal, Notes $notes): array
    {
        $ends = [];
        foreach ($notes->start as $i => $start) {
            $ends[$pedal->row($notes->clip[$i], $notes->channel[$i])][] = $start + $notes->length[$i];
        }

        return $ends;
    }
}
