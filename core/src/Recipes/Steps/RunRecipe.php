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
        $before = $state->context->time->grid;
        $name = $this->recipe->name;
        if ($this->recipe->choice !== null) {
            $chosen = $this->recipe->choice->choose($state->notes, $state->selection, $state->context);
            if ($chosen->isEmpty()) {
                return $state->selecting($state->selection, "“{$name}”: no note matches, nothing changed.");
            }
            $state = $state->selecting($chosen, count($chosen->ids).' notes match');
        }
        try {
            $done = $this->script->goOn($state);
        } catch (EditRefused $refused) {
            throw new EditRefused("“{$name}”: {$refused->getMessage()}", $refused->data);
        }
        $done = $this->recipe->keepsGrid ? $done->onGrid($before) : $done;

        return $done->saying("“{$name}”: {$done->summary}");
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
