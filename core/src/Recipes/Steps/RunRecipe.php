<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes\Steps;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Recipes\Step;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** A recipe or a rule: a script of its own, on the notes it chooses. */
final readonly class RunRecipe implements Step
{
    public function __construct(
        private EditLine $line,
        private Recipe $recipe,
        private Script $script,
    ) {
    }

    public function line(): EditLine
    {
        return $this->line;
    }

    public function reach(): Reach
    {
        return $this->script->reach();
    }

    public function run(State $state): State
    {
        [$before, $begun] = [$state->context->time->grid, $state];
        $earlier = $state->said;
        $state = $state->saying(Said::aside('Done'));
        $name = $this->recipe->name;
        $left = 0;
        if ($this->recipe->choice !== null) {
            $chosen = $this->recipe->choice->choose($state->notes(), $state->selection, $state->context);
            if ($chosen->isEmpty()) {
                return $state->selecting(
                    $state->selection, Said::nothing("“{$name}”: no note matches, nothing changed."),
                );
            }
            $left = count(array_diff($state->selection->ids, $chosen->ids));
            $state = $state->selecting($chosen, Said::aside(Noun::Note->counted(count($chosen->ids)).' chosen'));
        }
        try {
            $done = $this->script->goOn($state);
        } catch (EditRefused $refused) {
            throw new EditRefused("“{$name}”: {$refused->getMessage()}", $refused->data);
        }
        $done = $this->recipe->keepsGrid ? $done->onGrid($before) : $done;
        $done = $left > 0 ? $done->adding(Noun::Note->counted($left).' left as they are') : $done;
        $done = $this->recipe->keepsSelection ? $done->backTo($begun) : $done;

        return $done->saying($earlier->then($done->said->in($name)));
    }

    public function following(EditLine $earlier): self
    {
        return $this;
    }

    public function combinedAfter(EditLine $earlier): ?EditLine
    {
        return null;
    }
}
