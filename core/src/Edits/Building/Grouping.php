<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/** Makes the selected notes one group, which a click on any of them selects, or takes them out of theirs. */
final readonly class Grouping implements SpanEdit
{
    use ArrangesSpans;

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
            ? new Declaration(
                'group', 'Group', Group::Building,
                'Makes the selected notes one group: a click on one selects them all.',
                synonyms: ['bind together', 'link'], onClips: true,
            )
            : new Declaration(
                'ungroup', 'Ungroup', Group::Building, 'Takes the selected notes out of their groups.',
                synonyms: ['unlink', 'release'], onClips: true,
            );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $group = $this->together ? $spans->newGroup() : 0;
        $changed = 0;
        foreach ($spans->places as $i) {
            $changed += $spans->group[$i] === $group ? 0 : 1;
            $spans->group[$i] = $group;
        }

        return match (true) {
            $this->together => Said::of($spans->counted(), 'made one group'),
            $changed === 0 => Said::nothing("Nothing changed: the {$spans->noun->many()} are in no group."),
            default => Said::of($spans->counted($changed), 'taken out of their groups'),
        };
    }
}
