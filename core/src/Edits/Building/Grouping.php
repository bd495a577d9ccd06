<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Parameters\Parameters;

/** Makes the selected notes one group, which a click on any of them selects, or takes them out of theirs. */
final readonly class Grouping implements Edit
{
    private function __construct(private bool $together)
    {
    }

    public static function together(): self
    {
        return new self(true);
    }

    public static function apart(): self
    {
        return new self(false);
    }

    public function declaration(): Declaration
    {
        return $this->together
            ? new Declaration('group', 'Group', Group::Building, 'Makes the selected notes one group: a click on one selects them all.', synonyms: ['bind together', 'link'], onClips: true)
            : new Declaration('ungroup', 'Ungroup', Group::Building, 'Takes the selected notes out of their groups.', synonyms: ['unlink', 'release'], onClips: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $draft = new Draft($notes);
        $group = $this->together ? $draft->newGroup() : 0;
        $places = $selection->positions($notes);
        $changed = 0;
        foreach ($places as $i) {
            $draft->group[$i] = $group;
            $changed += $notes->group[$i] === $group ? 0 : 1;
        }

        return $draft->change($selection, match (true) {
            $this->together => Wording::notes(count($places)).' made one group',
            $changed === 0 => 'Nothing changed: the notes are in no group.',
            default => Wording::notes($changed).' taken out of their groups',
        });
    }
}
