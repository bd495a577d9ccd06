<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes\Steps;

use Closure;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Recipes\Step;

/** A line that changes what the next ones go by, such as the grid or what is selected, and no note. */
final readonly class Surrounding implements Step
{
    /** @param  Closure(State): State  $run */
    public function __construct(
        private EditLine $line,
        private Closure $run,
        private ?Reach $reach = null,
    ) {
    }

    public function line(): EditLine
    {
        return $this->line;
    }

    public function reach(): Reach
    {
        return $this->reach ?? Reach::notes();
    }

    public function run(State $state): State
    {
        return ($this->run)($state);
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
