<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Closure;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Conditions\Selecting;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Lines\ScreenCommands;
use Jactonic\Core\Recipes\Steps\EditOfNotes;
use Jactonic\Core\Recipes\Steps\EditOfTheSong;
use Jactonic\Core\Recipes\Steps\RunRecipe;
use Jactonic\Core\Recipes\Steps\Surrounding;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Grid;

/**
 * Understands the lines of a script. The grid, the choice of notes and recipes are its own; all else is the catalog's.
 */
final readonly class ScriptReader
{
    /**
     * @param  Closure(string): ?Recipe  $recipes
     * @param  Closure(): ScreenCommands  $screen  asked for only where a line is no edit
     * @param  list<string>  $within  names of the recipes one is in, against loops
     */
    public function __construct(
        private Catalog $catalog,
        private Closure $recipes,
        private Closure $screen,
        private array $within = [],
        private ScriptLength $length = new ScriptLength,
    ) {
    }

    /**
     * @param  non-empty-list<string>  $lines
     *
     * @throws BadInput
     */
    public function read(array $lines): Script
    {
        $steps = [];
        foreach ($lines as $k => $text) {
            try {
                $this->length->add();
                $line = EditLine::parse($text);
                $step = $line->name === 'on' ? $this->onTrack($line, $steps === []) : $this->step($line);
                // So many times the same, as a count before a key says it, is computed at once.
                $last = $text === ($lines[$k - 1] ?? null) ? array_pop($steps) : null;
                $all = $last === null ? null : $step->combinedAfter($last->line());
                array_push($steps, ...match (true) {
                    $all !== null => [$this->step($all)],
                    $last !== null => [$last, $step],
                    default => [$step],
                });
            } catch (BadInput $error) {
                throw count($lines) === 1
                    ? $error
                    : new BadInput('Line '.($k + 1).': '.$error->getMessage(), ['line' => $k + 1]);
            }
        }

        return Script::of($steps);
    }

    private function step(EditLine $line): Step
    {
        if ($line->name === 'recipe') {
            return $this->recipe($line);
        }
        if ($this->catalog->has($line->name)) {
            return $this->edit($line);
        }
        $screen = ($this->screen)();
        if ($screen->has($line->name)) {
            $screen->check($line);
        }
        $run = match ($line->name) {
            'grid' => $this->grid(Grid::parse($this->said($line, 'value'))),
            'grid-step' => $this->turned(
                [
                    'finer' => static fn (Grid $grid): Grid => $grid->finer(),
                    'coarser' => static fn (Grid $grid): Grid => $grid->coarser(),
                ],
                $line,
            ),
            'grid-kind' => $this->turned(
                [
                    'triplet' => static fn (Grid $grid): Grid => $grid->triplet(),
                    'dotted' => static fn (Grid $grid): Grid => $grid->dotted(),
                ],
                $line,
            ),
            'swing' => $this->swing($line),
            'choose' => $this->choose(Conditions::parse($this->said($line, 'where')), $this->said($line, 'where')),
            'select' => $this->select(Selecting::read($this->said($line, 'what'))),
            default => $screen->has($line->name) ? static fn (State $state): State => $state
                ->leaving((string) $line) : null,
        };

        return $run === null ? $this->edit($line) : new Surrounding($line, $run);
    }

    /**
     * What follows works on the clips of a track, whether they are open or not.
     */
    private function onTrack(EditLine $line, bool $isFirst): Step
    {
        $track = $this->said($line, 'track');

        return new Surrounding(
            $line,
            static fn (State $state): State => $state->onTrack($state->song->song->trackCalled($track)),
            new Reach(tracks: [$track], onlyThose: $isFirst),
        );
    }

    private function edit(EditLine $line): Step
    {
        $edit = $this->catalog->read((string) $line);

        return $edit instanceof PreparedEdit ? new EditOfNotes($edit) : new EditOfTheSong($edit);
    }

    /** @return Closure(State): State */
    private function grid(Grid $grid): Closure
    {
        return static fn (State $state): State => $state->onGrid($grid->withSwing($state->context->time->grid->swing));
    }

    /**
     * @param  array<string, Closure(Grid): Grid>  $ways
     * @return Closure(State): State
     */
    private function turned(array $ways, EditLine $line): Closure
    {
        $way = $ways[$this->said($line, 'to')] ?? throw new BadInput(
            "{$line->name}: to takes ".implode(' or ', array_keys($ways)).'.',
        );

        return static fn (State $state): State => $state->onGrid($way($state->context->time->grid));
    }

    /** @return Closure(State): State */
    private function swing(EditLine $line): Closure
    {
        [$by, $to] = [$line->parameters['by'] ?? null, $line->parameters['to'] ?? null];
        if (($by === null) === ($to === null) || preg_match('/^-?\d{1,3}$/', $by ?? $to ?? '') !== 1) {
            throw new BadInput('swing takes by, from -150 to 150, or to, from 0 to 150.');
        }

        return static fn (State $state): State => $state->onGrid($state->context->time->grid->withSwing(
            max(0, min(Grid::MAX_SWING, $to !== null ? (int) $to : $state->context->time->grid->swing + (int) $by)),
        ));
    }

    /** @return Closure(State): State */
    private function choose(Conditions $conditions, string $where): Closure
    {
        return static function (State $state) use ($conditions, $where): State {
            $chosen = $conditions->choose($state->notes(), $state->context, $state->selection);

            return $state->selecting($chosen, $chosen->ids === []
                ? Said::preparedNothing("No note meets {$where}, so nothing was changed.")
                : Said::aside(Noun::Note->counted(count($chosen->ids)).' chosen'));
        };
    }

    /** @return Closure(State): State */
    private function select(Selecting $what): Closure
    {
        return static fn (State $state): State => $state->selecting(
            $what->among($state->notes(), $state->selection, $state->context), Said::aside('Selected'),
        );
    }

    private function recipe(EditLine $line): Step
    {
        $name = $this->said($line, 'name');
        if (in_array($name, $this->within, true)) {
            throw new BadInput("The recipe “{$name}” would run itself: ".implode(' → ', [...$this->within, $name]).'.');
        }
        $recipe = ($this->recipes)($name) ?? throw new BadInput("There is no recipe “{$name}”.");
        try {
            $script = (new self(
                $this->catalog,
                $this->recipes,
                $this->screen,
                [...$this->within, $name],
                $this->length,
            ))->read($recipe->lines);
        } catch (BadInput $error) {
            throw new BadInput("In “{$name}”: {$error->getMessage()}");
        }

        return new RunRecipe($line, $recipe, $script);
    }

    /** @throws BadInput where it is not said */
    private function said(EditLine $line, string $parameter): string
    {
        $others = array_diff(array_keys($line->parameters), [$parameter]);
        if (! isset($line->parameters[$parameter]) || $others !== []) {
            throw new BadInput("{$line->name} takes {$parameter}.");
        }

        return $line->parameters[$parameter];
    }
}
