<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\RangeValue;

/** What an edit says about itself, from which everything that offers it is made. */
final readonly class Declaration
{
    /**
     * @param  string  $name  the line name, lower case
     * @param  string  $help  one sentence
     * @param  list<Parameter>  $parameters
     * @param  list<string>  $oneOf  parameters of which exactly one is given
     * @param  list<string>  $synonyms  other words of the trade by which it is looked for
     * @param  array<string, string>  $uses  edit lines of it that have a name of their own, such as “Twice as fast”
     * @param  list<string>  $bare  the parameters that a value without a name may be, the likeliest first; `+` before
     *     one where it has a sign, `%` where it is in percent
     * @param  string  $asks  the parameter whose value is asked for before it is run plain, where what it would do
     *     without one is not what anybody wants; '' where there is none
     * @param  string  $wanted  the parameter that is turned most often once the edit was heard; '' for the one that was
     *     given
     * @param  string  $counts  the parameter that a count before its key fills; '' where it is done so many times
     * @param  bool  $usesClipboard  whether it needs what was cut or copied
     * @param  bool  $putsIn  whether it puts in notes of its own, and so needs to know where
     * @param  bool  $onClips  whether it does to clips that are chosen in the song what it does to notes
     * @param  bool  $onPoints  whether it does to selected points of lanes what it does to notes
     * @param  InLoops  $inLoops  what it does with what would lie outside of the round of a clip that loops
     * @param  bool  $isHeard  whether its result is sounded once it is done; that of velocities and lengths always is
     */
    public function __construct(
        public string $name,
        public string $title,
        public Group $group,
        public string $help,
        public array $parameters = [],
        public array $oneOf = [],
        public Subject $subject = Subject::Selection,
        public array $synonyms = [],
        public array $uses = [],
        public array $bare = [],
        public string $asks = '',
        public string $wanted = '',
        public string $counts = '',
        public bool $usesClipboard = false,
        public bool $putsIn = false,
        public bool $isHeard = false,
        public bool $onClips = false,
        public bool $onPoints = false,
        public InLoops $inLoops = InLoops::Wrap,
    ) {
    }

    /** @return list<Need> what it needs, any one of which is enough; none where it can always be done */
    public function needs(): array
    {
        $points = $this->onPoints ? [Need::Points] : [];

        if ($this->putsIn || $this->subject === Subject::Anywhere || $this->subject === Subject::Conductor) {
            return $this->worksInRange() ? [Need::Range] : [];
        }

        return match ($this->subject) {
            Subject::Selection => [Need::Notes, ...$points],
            Subject::SelectionOrRange => [Need::Notes, ...$points, Need::Range],
            Subject::Levels => [Need::Notes, Need::Points, Need::Range],
            Subject::Clip => [Need::Clips],
            Subject::Track => [Need::Track],
        };
    }

    /** Whether it works in the range, where its line names no other. */
    private function worksInRange(): bool
    {
        return array_filter(
            $this->parameters, static fn (Parameter $one): bool => $one->kind instanceof RangeValue,
        ) !== [];
    }

    /** @return array<string, mixed> for the catalog's readers */
    public function describe(): array
    {
        return [
            'name' => $this->name,
            'title' => $this->title,
            'group' => $this->group->value,
            'help' => $this->help,
            'subject' => $this->subject->value,
            'needs' => array_map(static fn (Need $need): string => $need->value, $this->needs()),
            'parameters' => array_map(
                static fn (Parameter $parameter): array => $parameter->describe(), $this->parameters,
            ),
            'oneOf' => $this->oneOf,
            'synonyms' => $this->synonyms,
            'uses' => (object) $this->uses,
            'bare' => $this->bare,
            'asks' => $this->asks,
            'wanted' => $this->wanted,
            'counts' => $this->counts,
            'usesClipboard' => $this->usesClipboard,
            'isHeard' => $this->isHeard || in_array($this->group, [Group::Dynamics, Group::Length], true),
        ];
    }
}
