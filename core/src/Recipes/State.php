<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Closure;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\ChangedNotes;
use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Grid;

/**
 * Where a script stands: the open notes and the selection so far, what was changed, the surroundings as the lines left
 * them.
 */
final readonly class State
{
    /**
     * @param  OpenSong  $song  as it was when its tracks, clips or conductor were changed last; the notes go on from
     *     there
     * @param  Notes|ChangedNotes  $notes  the open ones; those after the last line are seldom asked for
     * @param  Change|null  $change  of the open notes since then
     * @param  SongChange  $before  what was changed before that
     * @param  list<string>  $forTheScreen  lines that only a screen can do, in order
     * @param  (Closure(): void)|null  $pause  called before each line
     * @param  array<string, string>  $settled  parameters the line that was run last gets
     * @param  list<string>  $lines  those that were run, as they do the same again
     */
    private function __construct(
        public OpenSong $song,
        private Notes|ChangedNotes $notes,
        public Selection $selection,
        public Context $context,
        public Said $said,
        public ?Change $change = null,
        public SongChange $before = new SongChange,
        public ?Phrase $clipboard = null,
        public array $forTheScreen = [],
        private ?Closure $pause = null,
        private array $settled = [],
        public array $lines = [],
    ) {
    }

    /** @param  (Closure(): void)|null  $pause  called before each line; may refuse to go on */
    public static function begin(OpenSong $song, Selection $selection, Context $context, ?Closure $pause = null): self
    {
        return new self(
            $song, $song->notes, $selection, $context->holding($song->points), Said::aside('Done'), pause: $pause,
        );
    }

    /** The open notes so far. */
    public function notes(): Notes
    {
        return $this->notes instanceof Notes ? $this->notes : $this->notes->table();
    }

    /** The id for the next note or point. */
    public function nextId(): int
    {
        return $this->notes->nextId;
    }

    /** Looks whether there is still time and room for another line. */
    public function pause(): void
    {
        if ($this->pause !== null) {
            ($this->pause)();
        }
    }

    /** After a change of the notes; what it put on the clipboard is there for the next line. */
    public function after(Change $change): self
    {
        $change = (new NoteCurves($this->notes(), $this->context->points))->along($change);
        $points = $this->context->holding($change->applyToPoints($this->context->points)->counted($change->nextId()));

        return $this->with(
            notes: $change->isNothing()
                ? $this->notes()->counted($change->nextId())
                : new ChangedNotes($this->notes(), $change),
            selection: $change->selection,
            context: ($change->clipboard === null ? $points : $points->withClipboard($change->clipboard))->inRange(
                $change->range ?? $points->range,
            ),
            change: $this->change?->then($change) ?? $change,
            said: $this->said->then($change->said),
            clipboard: $change->clipboard,
            settled: $change->settled,
        );
    }

    /** After an edit of the song itself, made to the song as `settled()` gives it. */
    public function afterSong(OpenSong $settled, SongResult $result): self
    {
        return new self(
            $result->open, $result->open->notes,
            $result->selection ?? Selection::of(array_intersect(
                $this->selection->ids, [...$result->open->notes->id, ...$result->open->points->id],
            )),
            ($result->clipboard === null ? $this->context : $this->context->withClipboard($result->clipboard))
                ->in($result->open),
            $this->said->then($result->said), null,
            $this->change()->followedBy(SongChange::between($settled->song, $result->open->song)),
            $result->clipboard ?? $this->clipboard, $this->forTheScreen, $this->pause, [], $this->lines,
        );
    }

    /** The song with what was done to the open notes. */
    public function settled(): OpenSong
    {
        return $this->change === null
            ? $this->song
            : $this->song->with($this->song->changeOf($this->change)->applyTo($this->song->song));
    }

    /** With more to be known of what was done last. */
    public function adding(string $detail): self
    {
        return $this->with(said: $this->said->with($detail));
    }

    /** With other notes selected. */
    public function selecting(Selection $selection, Said $said): self
    {
        return $this->after(Change::nothing($selection, $said));
    }

    /**
     * With all notes of a track selected, and new ones going there.
     *
     * @throws EditRefused where none of its clips is among the open ones
     */
    public function onTrack(Track $track): self
    {
        $song = $this->song->withInFront($track);
        $there = $song->tracks();
        $ids = array_filter(
            array_combine($this->notes()->id, $this->notes()->clip),
            static fn (int $clip): bool => ($there[$clip] ?? null) === $track->id,
        );
        $state = $this->selecting(Selection::of(array_keys($ids)), Said::aside('Selected'));

        return new self(
            $song, $state->notes(), $state->selection, $state->context->among(OpenClips::in($song)), $state->said,
            $state->change, $this->before, $state->clipboard, $this->forTheScreen, $this->pause, $state->settled,
            $state->lines,
        );
    }

    /** With open and selected what was so before, as far as it is still there. */
    public function backTo(self $before): self
    {
        $settled = $this->settled();
        $back = SongResult::opening($settled, $settled->song, $before->song->open, $before->song->front, $this->said);

        return $this->afterSong($settled, $back->selecting($before->selection))->saying($this->said);
    }

    public function onGrid(Grid $grid): self
    {
        return $this->with(context: $this->context->at($this->context->time->onGrid($grid)));
    }

    public function leaving(string $line): self
    {
        return $this->with(forTheScreen: [...$this->forTheScreen, $line]);
    }

    /** With a line among those that were run, as it does the same again. */
    public function saidBy(EditLine $line): self
    {
        $said = $this->settled === [] ? $line : EditLine::of($line->name, $line->parameters + $this->settled);

        return $this->with(settled: [], lines: [...$this->lines, (string) $said]);
    }

    /** With other words about what was done. */
    public function saying(Said $said): self
    {
        return $this->with(said: $said);
    }

    /** Everything that was changed. */
    public function change(): SongChange
    {
        return $this->change === null ? $this->before : $this->before->followedBy($this->song->changeOf($this->change));
    }

    /**
     * @param  list<string>|null  $forTheScreen
     * @param  array<string, string>|null  $settled
     * @param  list<string>|null  $lines
     */
    private function with(
        Notes|ChangedNotes|null $notes = null, ?Selection $selection = null, ?Context $context = null,
        ?Change $change = null, ?Said $said = null, ?Phrase $clipboard = null, ?array $forTheScreen = null,
        ?array $settled = null, ?array $lines = null,
    ): self {
        return new self(
            $this->song, $notes ?? $this->notes, $selection ?? $this->selection, $context ?? $this->context,
            $said ?? $this->said, $change ?? $this->change,
            $this->before, $clipboard ?? $this->clipboard, $forTheScreen ?? $this->forTheScreen, $this->pause,
            $settled ?? $this->settled, $lines ?? $this->lines,
        );
    }
}
