<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Closure;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\ScreenCommands;
use Jactonic\Core\Song\OpenSong;

/**
 * Lines in a row, understood and ready to be run as one step: edits, changes of the grid, choices of notes, and
 * recipes, which are scripts of their own. What only a screen can do is handed back to it.
 *
 * The selection and the clipboard one line leaves are the next one's. Where a line cannot be done nothing was changed.
 */
final readonly class Script
{
    /** @param  non-empty-list<Step>  $steps */
    private function __construct(private array $steps)
    {
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  callable(string): ?Recipe  $recipes  finds a recipe by its name
     * @param  (callable(): ScreenCommands)|null  $screen  commands that only a screen can do
     *
     * @throws BadInput for a line that cannot be understood, saying which one it is
     */
    public static function read(
        array $lines, Catalog $catalog, ?callable $recipes = null, ?callable $screen = null,
    ): self {
        return (new ScriptReader(
            $catalog,
            $recipes === null ? static fn (): ?Recipe => null : $recipes(...),
            $screen === null ? ScreenCommands::none(...) : $screen(...),
        ))->read($lines);
    }

    /**
     * @param  non-empty-list<Step>  $steps
     *
     * @internal for the reader
     */
    public static function of(array $steps): self
    {
        return new self($steps);
    }

    /**
     * @param  (Closure(): void)|null  $pause  called before each line; may refuse to go on, so that no script runs for
     *     ever
     *
     * @throws EditRefused where a line cannot be done, saying which one it is
     */
    public function apply(OpenSong $song, Selection $selection, Context $context, ?Closure $pause = null): State
    {
        return $this->run(
            State::begin($song, $selection, $context, $pause),
            static fn (State $state, Step $step): State => $state->saidBy($step->line()),
        );
    }

    /**
     * As part of another script, which says what was run by the name of this one.
     *
     * @throws EditRefused
     */
    public function goOn(State $state): State
    {
        return $this->run($state, static fn (State $state): State => $state);
    }

    /**
     * The same lines where they follow others on what those left selected: what goes on by what it did before says so.
     *
     * @param  list<string>  $earlier
     */
    public function following(array $earlier): self
    {
        if (count($earlier) !== 1 || count($this->steps) !== 1) {
            return $this;
        }

        return new self([$this->steps[0]->following(EditLine::parse($earlier[0]))]);
    }

    /**
     * @param  Closure(State, Step): State  $then  after each line
     *
     * @throws EditRefused
     */
    private function run(State $state, Closure $then): State
    {
        foreach ($this->steps as $k => $step) {
            try {
                $state->pause();
                $state = $then($step->run($state), $step);
            } catch (EditRefused $refused) {
                throw count($this->steps) === 1
                    ? $refused
                    : new EditRefused(
                        'Line '.($k + 1)." ({$step->line()}): {$refused->getMessage()} Nothing was changed.",
                        $refused->data,
                    );
            }
        }

        return $state;
    }

    /** What its lines need beside the open notes. */
    public function reach(): Reach
    {
        return array_reduce(
            $this->steps, static fn (Reach $reach, Step $step): Reach => $reach->and($step->reach()), Reach::notes(),
        );
    }

    /** @return non-empty-list<string> */
    public function lines(): array
    {
        return array_map(static fn (Step $step): string => (string) $step->line(), $this->steps);
    }

    /**
     * The one line that does what earlier lines and this script do in a row; null where they are no gesture together.
     *
     * @param  list<string>  $earlier
     */
    public function combinedAfter(array $earlier): ?string
    {
        if (count($earlier) !== 1 || count($this->steps) !== 1) {
            return null;
        }
        $combined = $this->steps[0]->combinedAfter(EditLine::parse($earlier[0]));

        return $combined === null ? null : (string) $combined;
    }
}
