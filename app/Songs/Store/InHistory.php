<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\Models\StepRecord;
use Jactonic\Core\History\Step;

/** Where a song stands in its history: the step a step back would take back, and the one it would do again. */
final readonly class InHistory
{
    /**
     * @param  int|null  $at  the id of the step it stands at
     * @param  int|null  $before  the id of the one before that; null for the song as it came in
     * @param  string|null  $undo  its title
     * @param  string|null  $did  what it did, in words
     * @param  list<string>  $lines  its lines
     * @param  string|null  $redo  the title of the one that comes next
     * @param  string|null  $does  what that does, in words
     * @param  list<string>  $next  its lines
     * @param  array{string, int}|null  $grid  the grid and swing the step it stands at was done on
     * @param  array{string, int}|null  $nextGrid  those of the one that comes next
     */
    private function __construct(
        private ?int $at,
        private ?int $before,
        private ?string $undo,
        private ?string $did,
        private array $lines,
        private ?string $redo,
        private ?string $does,
        private array $next,
        private ?array $grid = null,
        private ?array $nextGrid = null,
    ) {
    }

    public static function between(?StepRecord $back, ?StepRecord $forth): self
    {
        return new self(
            $back?->id, $back?->parent_id, $back?->title(), $back?->words(), $back === null ? [] : $back->lines,
            $forth?->title(), $forth?->words(), $forth === null ? [] : $forth->lines,
            self::gridOf($back), self::gridOf($forth),
        );
    }

    /** @return array{string, int}|null */
    private static function gridOf(?StepRecord $step): ?array
    {
        return $step?->grid === null ? null : [$step->grid, $step->swing];
    }

    /** Behind a step that was written last. */
    public static function behind(Step $step, ?int $id, ?int $before): self
    {
        return new self(
            $id, $before, $step->title(), $step->said?->inShort() ?? $step->title(), $step->lines, null, null, [],
            $step->grid === null ? null : [(string) $step->grid, $step->grid->swing],
        );
    }

    /** What is not told where something is only looked at. */
    public static function untold(): self
    {
        return new self(null, null, null, null, [], null, null, []);
    }

    /**
     * @return array{
     *     at: int|null, before: int|null, undo: string|null, did: string|null, lines: list<string>,
     *     redo: string|null, does: string|null, next: list<string>,
     *     grid: array{string, int}|null, nextGrid: array{string, int}|null,
     * }
     */
    public function toArray(): array
    {
        return [
            'at' => $this->at, 'before' => $this->before, 'undo' => $this->undo, 'did' => $this->did,
            'lines' => $this->lines, 'redo' => $this->redo, 'does' => $this->does,
            'next' => $this->next, 'grid' => $this->grid, 'nextGrid' => $this->nextGrid,
        ];
    }
}
