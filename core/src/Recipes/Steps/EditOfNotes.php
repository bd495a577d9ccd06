<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes\Steps;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Edits\FollowsOn;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Song\ChordsAlong;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Recipes\Step;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** An edit of notes and points; on clips that are chosen one of what they are as wholes, or of all notes in them. */
final readonly class EditOfNotes implements Step
{
    public function __construct(private PreparedEdit $edit)
    {
    }

    public function line(): EditLine
    {
        return $this->edit->line;
    }

    public function reach(): Reach
    {
        $declared = $this->edit->declaration;

        return new Reach(
            clipboard: $declared->usesClipboard, putsIn: $declared->putsIn, chords: $declared->group === Group::Pitch,
        );
    }

    public function run(State $state): State
    {
        if (! $state->context->onClips) {
            return $this->done($state, $state->selection, $this->pitched($state));
        }
        $declared = $this->edit->declaration;
        $edit = $this->edit->edit;
        if ($declared->onClips && $edit instanceof SpanEdit) {
            $settled = $state->settled();

            return $state->afterSong(
                $settled, ChosenClips::apply($edit, $settled, $state->context, $this->edit->parameters),
            );
        }
        $all = Selection::all($state->notes());
        $reached = ChosenClips::reached($state->song, $all, $declared->group === Group::Pitch);

        return $this->done($state, $all, $reached);
    }

    /** What is selected, without the hits of drums where an edit of pitches would reach them beside others. */
    private function pitched(State $state): Selection
    {
        if ($this->edit->declaration->group !== Group::Pitch || ! $state->context->clips->haveDrums()) {
            return $state->selection;
        }
        $pitched = array_filter(
            $state->selection->positions($state->notes()),
            static fn (int $i): bool => ! $state->context->clips->isDrums($state->notes()->clip[$i]),
        );

        return $pitched === []
            ? $state->selection
            : Selection::of(array_map(static fn (int $i): int => $state->notes()->id[$i], array_values($pitched)));
    }

    /** Does the edit to what is reached of what is meant, and tells how much of that is left alone. */
    private function done(State $state, Selection $meant, Selection $reached): State
    {
        $after = $state->after($this->edit->apply($state->notes(), $reached, $state->context));
        $left = $reached === $meant
            ? []
            : array_values(array_diff(array_intersect($meant->ids, $state->notes()->id), $reached->ids));
        if ($left !== []) {
            // Of chosen clips no notes are selected.
            $selected = $state->context->onClips ? $after->selection->ids : [...$after->selection->ids, ...$left];
            $after = $after->selecting(Selection::of($selected), Said::aside('Selected'))
                ->adding(Noun::Note->counted(count($left)).' of drums left alone');
        }

        if ($this->edit->declaration->group !== Group::Pitch || $state->context->chords->isEmpty()) {
            return $after;
        }
        $settled = $after->settled();
        $along = ChordsAlong::between($state->settled(), $settled);

        return $along === null ? $after : $after->afterSong($settled, $along)->adding((string) $along->said);
    }

    public function following(EditLine $earlier): self
    {
        $edit = $this->edit->edit;

        return $edit instanceof FollowsOn && $earlier->name === $this->edit->line->name
            ? new self($this->edit->with($edit->following($earlier->parameters, $this->edit->line->parameters)))
            : $this;
    }

    public function combinedAfter(EditLine $earlier): ?EditLine
    {
        return Combined::of($this->edit->edit, $earlier, $this->edit->line);
    }
}
