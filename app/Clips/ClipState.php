<?php

declare(strict_types=1);

namespace App\Clips;

use App\Models\Clip;
use App\Models\HistoryStep;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\History\Step;
use Jactonic\Core\Recipes\State;

/** A clip after a change, as it goes to the browser: columns, and only what changed. */
final readonly class ClipState
{
    /**
     * @param  array{undo: string|null, redo: string|null}  $history
     * @param  bool  $keepsSelection  whether the browser's selection stays as it sent it
     */
    private function __construct(
        private Clip $clip,
        private Change $change,
        private array $history,
        private bool $keepsSelection,
        private ?State $left = null,
    ) {
    }

    /** The same with what the lines left beside the notes: another grid, and what is the screen's to do. */
    public function left(State $state, Context $before): self
    {
        return $state->forTheScreen === [] && $state->context->time->grid === $before->time->grid
            ? $this
            : new self($this->clip, $this->change, $this->history, $this->keepsSelection, $state);
    }

    public static function of(Clip $clip, Change $change): self
    {
        return new self($clip, $change, self::history($clip), false);
    }

    /** After a step that is the newest of its branch: nothing needs to be looked up. */
    public static function newest(Clip $clip, Change $change, Step $step, Selection $before): self
    {
        return new self($clip, $change, ['undo' => $step->title(), 'redo' => null], $change->selection->ids === $before->ids);
    }

    /** What an edit would do, with the history as it is. */
    public static function preview(Clip $clip, Change $change, Selection $before): self
    {
        return new self($clip, $change, ['undo' => null, 'redo' => null], $change->selection->ids === $before->ids);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $change = $this->change;

        return [
            'revision' => $this->clip->revision,
            'length' => $this->clip->length,
            'removed' => $change->removed->id,
            'added' => self::columns($change->added),
            'changed' => self::grouped($change->after),
            'selection' => $this->keepsSelection ? null : $change->selection->ids,
            'message' => $change->summary,
            'history' => $this->history,
            'clipboard' => $change->clipboard?->toArray(),
        ] + ($this->left === null ? [] : [
            'grid' => (string) $this->left->context->time->grid, 'swing' => $this->left->context->time->grid->swing, 'screen' => $this->left->forTheScreen,
        ]);
    }

    /**
     * All of a clip, for opening it and for catching up.
     *
     * @return array<string, mixed>
     */
    public static function whole(Clip $clip): array
    {
        return [
            'id' => $clip->id,
            'revision' => $clip->revision,
            'start' => $clip->start,
            'length' => $clip->length,
            'notes' => self::columns($clip->notes),
            'history' => self::history($clip),
        ];
    }

    /** @return array<string, array<int, int>>|null columns of notes; null for none */
    private static function columns(Notes $notes): ?array
    {
        return $notes->count() === 0 ? null : $notes->columns();
    }

    /**
     * New values by column, columns of the same notes together: `[{id: […], start: […], playedStart: […]}]`.
     *
     * @param  array<string, array<int, int>>  $after
     * @return list<array<string, list<int>>>
     */
    private static function grouped(array $after): array
    {
        $groups = [];
        foreach ($after as $name => $values) {
            $ids = array_keys($values);
            foreach ($groups as $k => $group) {
                if ($group['id'] === $ids) {
                    $groups[$k][$name] = array_values($values);

                    continue 2;
                }
            }
            $groups[] = ['id' => $ids, $name => array_values($values)];
        }

        return array_values($groups);
    }

    /** @return array{undo: string|null, redo: string|null} what a step back and a step forward would take */
    private static function history(Clip $clip): array
    {
        $titles = ['id', 'lines', 'times'];

        return [
            'undo' => HistoryStep::current($clip, $titles)?->title(),
            'redo' => HistoryStep::next($clip, $titles)?->title(),
        ];
    }
}
