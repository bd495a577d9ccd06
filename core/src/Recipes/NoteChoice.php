<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;

/**
 * The notes a rule works on: conditions in groups, joined by all or any, from the selection, the range or the clip.
 *
 * In a group all conditions hold at once, as `where` has them, or any of them does; likewise for the groups.
 */
final readonly class NoteChoice
{
    private const MOST_GROUPS = 12;

    private const MOST_CONDITIONS = 12;

    /** @param  non-empty-list<array{join: Joint, conditions: non-empty-list<string>}>  $groups */
    private function __construct(
        public ChosenFrom $scope,
        public Joint $join,
        public array $groups,
    ) {
    }

    /**
     * @param  mixed  $value
     *     `{"scope": "clip", "join": "all", "groups": [{"join": "all", "conditions": ["velocity=..20"]}]}`
     *
     * @throws BadInput saying what is wrong
     */
    public static function fromArray(mixed $value): self
    {
        if (
            ! is_array($value)
            || ! is_array($value['groups'] ?? null)
            || $value['groups'] === []
            || count($value['groups']) > self::MOST_GROUPS
        ) {
            throw new BadInput('A rule has 1 to '.self::MOST_GROUPS.' groups of conditions.');
        }
        $groups = [];
        foreach ($value['groups'] as $group) {
            $group = is_array($group) ? $group : [];
            $conditions = is_array($group['conditions'] ?? null)
                ? array_values(array_filter($group['conditions'], is_string(...)))
                : [];
            if ($conditions === [] || count($conditions) > self::MOST_CONDITIONS) {
                throw new BadInput('A group has 1 to '.self::MOST_CONDITIONS.' conditions, such as "velocity=..40".');
            }
            array_map(Conditions::parse(...), $conditions);
            $groups[] = ['join' => Joint::read($group['join'] ?? 'all'), 'conditions' => $conditions];
        }

        return new self(ChosenFrom::read($value['scope'] ?? 'clip'), Joint::read($value['join'] ?? 'all'), $groups);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['scope' => $this->scope->value, 'join' => $this->join->value, 'groups' => array_map(
            static fn (array $group): array => ['join' => $group['join']->value, 'conditions' => $group['conditions']],
            $this->groups,
        )];
    }

    /** The notes that match, in order of time. */
    public function choose(Notes $notes, Selection $selection, Context $context): Selection
    {
        $matches = array_map(fn (array $group): array => $this->matches($group, $notes, $context), $this->groups);
        $chosen = $this->join->of($matches);
        $range = $this->scope === ChosenFrom::Range ? $context->needRange('A rule for the range') : null;
        $selected = array_fill_keys($selection->ids, true);
        $ids = [];
        foreach ($notes->id as $i => $id) {
            $inScope = match ($this->scope) {
                ChosenFrom::Clip => true,
                ChosenFrom::Selection => isset($selected[$id]),
                ChosenFrom::Range => $range !== null && $notes->start[$i] >= $range->from
                    && $notes->start[$i] < $range->to,
            };
            if ($inScope && isset($chosen[$id])) {
                $ids[] = $id;
            }
        }

        return Selection::of($ids);
    }

    /**
     * @param  array{join: Joint, conditions: non-empty-list<string>}  $group
     * @return array<int, true> by id
     */
    private function matches(array $group, Notes $notes, Context $context): array
    {
        // All at once is one row of conditions, so that `every` counts among those that meet the others.
        $rows = $group['join'] === Joint::All ? [implode(' ', $group['conditions'])] : $group['conditions'];

        return $group['join']->of(array_map(
            static fn (string $row): array => array_fill_keys(
                Conditions::parse($row)->choose($notes, $context)->ids, true,
            ),
            $rows,
        ));
    }
}
