<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\EditLine;

/** One line of a script, understood and ready to be run. */
interface Step
{
    /** The line as it was understood: what is to be another number each time has got one. */
    public function line(): EditLine;

    /** What it needs beside the open notes. */
    public function reach(): Reach;

    /** @throws EditRefused where it cannot be done; nothing was changed then */
    public function run(State $state): State;

    /**
     * What it is behind an earlier line on what that left selected: itself, or where it goes on by that, a step that
     * says so.
     */
    public function following(EditLine $earlier): self;

    /** The one line that does what an earlier one and this one do in a row; null where they are no gesture together. */
    public function combinedAfter(EditLine $earlier): ?EditLine;
}
