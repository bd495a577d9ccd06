<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes\Steps;

use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\PreparedSongEdit;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Recipes\Step;

/** An edit of tracks, clips or the conductor. */
final readonly class EditOfTheSong implements Step
{
    public function __construct(private PreparedSongEdit $edit)
    {
    }

    public function line(): EditLine
    {
        return $this->edit->line;
    }

    public function reach(): Reach
    {
        $declared = $this->edit->declaration;

        return new Reach(song: true, clipboard: $declared->usesClipboard, putsIn: $declared->putsIn);
    }

    public function run(State $state): State
    {
        $settled = $state->settled();

        return $state->afterSong($settled, $this->edit->apply($settled, $state->selection, $state->context));
    }

    public function following(EditLine $earlier): self
    {
        return $this;
    }

    public function combinedAfter(EditLine $earlier): ?EditLine
    {
        return Combined::of($this->edit->edit, $earlier, $this->edit->line);
    }
}
