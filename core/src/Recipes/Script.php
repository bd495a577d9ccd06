<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Closure;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Edits\Gesture;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Lines\PreparedSongEdit;
use Jactonic\Core\Lines\ScreenCommands;
use Jactonic\Core\Song\OpenSong;

/**
 * Lines in a row, understood and ready to be run as one step: edits, changes of the grid, choices of notes, and recipes,
 * which are scripts of their own. What only a screen can do is handed back to it.
 *
 * The selection and the clipboard one line leaves are the next one's. Where a line cannot be done nothing was changed.
 */
final readonly class Script
{
    /** @param  non-empty-list<array{line: EditLine, run: PreparedEdit|PreparedSongEdit|Closure(State): State, putsIn: bool}>  $steps */
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
    public static function read(array $lines, Catalog $catalog, ?callable $recipes = null, ?callable $screen = null): self
    {
        return (new ScriptReader($catalog, $recipes === null ? static fn (): ?Recipe => null : $recipes(...), $screen === null ? ScreenCommands::none(...) : $screen(...)))->read($lines);
    }

    /**
     * @param  non-empty-list<array{line: EditLine, run: PreparedEdit|PreparedSongEdit|Closure(State): State, putsIn: bool}>  $steps
     *
     * @internal for the reader
     */
    public static function of(array $steps): self
    {
        return new self($steps);
    }

    /**
     * @param  (Closure(): void)|null  $pause  called before each line; may refuse to go on, so that no script runs for ever
     *
     * @throws EditRefused where a line cannot be done, saying which one it is
     */
    public function apply(OpenSong $song, Selection $selection, Context $context, ?Closure $pause = null): State
    {
        return $this->goOn(State::begin($song, $selection, $context, $pause));
    }

    /** @throws EditRefused */
    public function goOn(State $state): State
    {
        foreach ($this->steps as $k => ['line' => $line, 'run' => $run]) {
            try {
                $state->pause();
                $state = self::run($run, $state);
            } catch (EditRefused $refused) {
                throw count($this->steps) === 1 ? $refused : new EditRefused('Line '.($k + 1)." ({$line}): {$refused->getMessage()} Nothing was changed.");
            }
        }

        return $state;
    }

    /** Whether it is one line that moves the chosen clips themselves rather than the notes in them. */
    public function movesClips(Context $context): bool
    {
        $run = $this->steps[0]['run'];

        return $context->onClips && count($this->steps) === 1 && $run instanceof PreparedEdit && $run->declaration->onClips;
    }

    /** Whether a line of it changes tracks, clips or the conductor, and so needs all of the song. */
    public function worksOnSong(): bool
    {
        foreach ($this->steps as ['run' => $run]) {
            if (! $run instanceof PreparedEdit) {
                return true;
            }
        }

        return false;
    }

    /** Whether a line of it puts in notes of its own, and so needs to know where. */
    public function putsIn(): bool
    {
        return in_array(true, array_column($this->steps, 'putsIn'), true);
    }

    public function usesClipboard(): bool
    {
        foreach ($this->steps as ['run' => $run]) {
            if (! $run instanceof PreparedEdit || $run->declaration->usesClipboard) {
                return true;
            }
        }

        return false;
    }

    /** @return non-empty-list<string> */
    public function lines(): array
    {
        return array_map(static fn (array $step): string => (string) $step['line'], $this->steps);
    }

    /** Whether it is one line that may go on with a gesture. */
    public function isGesture(): bool
    {
        $run = $this->steps[0]['run'];

        return count($this->steps) === 1 && ! $run instanceof Closure && $run->edit instanceof Gesture;
    }

    /**
     * The one line that does what earlier lines and this script do in a row, where both are one gesture.
     *
     * @param  list<string>  $earlier
     */
    public function combinedAfter(array $earlier): ?string
    {
        $run = $this->steps[0]['run'];
        if (count($earlier) !== 1 || count($this->steps) !== 1 || $run instanceof Closure || ! $run->edit instanceof Gesture) {
            return null;
        }
        $before = EditLine::parse($earlier[0]);
        $combined = $before->name === $run->line->name ? $run->edit->combined($before->parameters, $run->line->parameters) : null;

        return $combined === null ? null : (string) EditLine::of($before->name, $combined);
    }

    /**
     * @param  PreparedEdit|PreparedSongEdit|Closure(State): State  $run
     *
     * @throws EditRefused
     */
    private static function run(PreparedEdit|PreparedSongEdit|Closure $run, State $state): State
    {
        if ($run instanceof PreparedEdit && $state->context->onClips) {
            return self::runOnClips($run, $state);
        }
        if ($run instanceof PreparedEdit) {
            return $state->after($run->apply($state->notes, $state->selection, $state->context));
        }
        if ($run instanceof PreparedSongEdit) {
            $settled = $state->settled();

            return $state->afterSong($settled, $run->apply($settled, $state->selection, $state->context));
        }

        return $run($state);
    }

    /** An edit of what the chosen clips are as wholes, or of all notes in them. */
    private static function runOnClips(PreparedEdit $run, State $state): State
    {
        if ($run->declaration->onClips) {
            $settled = $state->settled();

            return $state->afterSong($settled, ChosenClips::apply($run->edit, $settled, $state->context, $run->parameters));
        }
        $reached = ChosenClips::reached($state->song, Selection::all($state->notes), $run->declaration->group === Group::Pitch);

        return $state->after($run->apply($state->notes, $reached, $state->context));
    }
}
