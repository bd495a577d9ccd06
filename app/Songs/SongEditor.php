<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Lines\KnownLines;
use App\Models\Clipboard;
use App\Models\StepRecord;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\Standing;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongAnswer;
use App\Songs\Told\SongView;
use Closure;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\History\Step;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/**
 * Runs edit lines on a song, and walks its history.
 *
 * Each call makes a plan that is carried out in one transaction: contents, arrangement, conductor, revisions and
 * history change together or not at all.
 */
final readonly class SongEditor
{
    public function __construct(
        private SongStore $store,
        private SongHistory $history,
        private Carrying $carrying,
        private KnownLines $lines,
        private SongView $view,
    ) {
    }

    /**
     * Runs lines in a row as one step. The selection one line leaves is the next one's.
     *
     * @param  non-empty-list<string>  $lines
     * @param  Selection|null  $selection  null for all notes of the open clips
     *
     * @throws CoreError where a line cannot be read or done
     * @throws ChangedElsewhere where another writer was there first
     */
    public function run(
        int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input,
    ): SongAnswer {
        $script = $this->lines->script($lines);

        return $this->carrying->once($songId, $standing, function () use (
            $songId,
            $standing,
            $script,
            $selection,
            $input,
        ): Plan {
            $stored = $this->seen($songId, $standing, $script, $input->onClips);
            $open = OpenSong::of($stored->song, $standing->open, $standing->front);
            $selection ??= Selection::all($open->notes);
            $context = $this->surroundings($open, $selection, $input, $script);
            $script = $this->history->following($stored, $script, $selection);
            $joining = $this->history->joining($stored, $script, $selection, self::now());
            if ($joining?->combined !== null) {
                return $this->goOn(
                    $joining->step, $joining->combined, $stored, $standing, $open, $script, $selection, $context,
                );
            }
            $state = $script->apply($open, $selection, $context, Patience::begin());
            $change = $state->change();
            $record = $change->isNothing()
                ? fn (): SongAnswer => SongAnswer::nothing(
                    $stored, $open, $state, $standing->isBeside() ? null : $selection,
                    $this->history->titles($songId, $stored->stepId()),
                )
                : $this->record($joining?->step, $stored, $standing, $open, $state, $change, new Step(
                    $state->lines === [] ? $script->lines() : $state->lines, $selection, $state->selection, $change,
                    self::now(), said: $state->said,
                ));

            return new Plan($stored, static function () use ($state, $context, $record): SongAnswer {
                if ($state->clipboard !== null) {
                    Clipboard::keep($state->clipboard);
                }

                return $record()->handing($state, $context);
            });
        });
    }

    /**
     * What lines would do, with everything left as it is. Takes no lock, so it never waits for a writer.
     *
     * @param  non-empty-list<string>  $lines
     *
     * @throws CoreError where a line cannot be read or done
     * @throws ChangedElsewhere where a clip was changed since the caller saw it
     */
    public function preview(
        int $songId, Standing $standing, array $lines, ?Selection $selection, ContextInput $input,
    ): SongAnswer {
        $script = $this->lines->script($lines);
        $stored = $this->seen($songId, $standing, $script, $input->onClips);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $selection ??= Selection::all($open->notes);
        $state = $script->apply(
            $open, $selection, $this->surroundings($open, $selection, $input, $script), Patience::begin(),
        );

        return SongAnswer::preview($stored, $open, $state, $selection);
    }

    /**
     * Takes back the step the song stands at.
     *
     * @throws ChangedElsewhere
     * @throws EditRefused where there is none
     */
    public function undo(int $songId, Standing $standing): SongAnswer
    {
        return $this->carrying->once($songId, $standing, function () use ($songId, $standing): Plan {
            $stored = $this->seen($songId, $standing);
            $row = $this->history->current($stored) ?? throw new EditRefused(
                'Nothing to undo: this is the song as it came in.',
            );
            $step = $row->step();

            return $this->walk(
                $stored, $standing, $row->clips, $step->change->reversed(), $row->parent_id, $step->before,
                $this->said('Undone', $row, $standing, $stored),
            );
        });
    }

    /**
     * Does again the step that was taken back last.
     *
     * @throws ChangedElsewhere
     * @throws EditRefused where there is none
     */
    public function redo(int $songId, Standing $standing): SongAnswer
    {
        return $this->carrying->once($songId, $standing, function () use ($songId, $standing): Plan {
            $stored = $this->seen($songId, $standing);
            $row = $this->history->next($stored) ?? throw new EditRefused(
                'Nothing to do again: this is the newest state of the song.',
            );
            $step = $row->step();

            return $this->walk(
                $stored, $standing, $row->clips, $step->change, $row->id, $step->after,
                $this->said('Done again', $row, $standing, $stored),
            );
        });
    }

    /**
     * Goes to any step of the history, on whatever branch.
     *
     * @param  int|null  $stepId  null for the song as it came in
     *
     * @throws ChangedElsewhere
     * @throws BadInput where the song has no such step
     */
    public function goTo(int $songId, Standing $standing, ?int $stepId): SongAnswer
    {
        return $this->carrying->once($songId, $standing, function () use ($songId, $standing, $stepId): Plan {
            $stored = $this->seen($songId, $standing);
            $way = $this->history->wayTo($stored, $stepId);
            $clips = $this->history->clipsOf([...$way['back'], ...$way['forth']]);
            $last = $way['forth'] === []
                ? null
                : StepRecord::query()->findOrFail($way['forth'][count($way['forth']) - 1]);
            $undone = $way['back'] === []
                ? null
                : StepRecord::query()->findOrFail($way['back'][count($way['back']) - 1]);
            $selection = $last?->step()->after ?? $undone?->step()->before;
            $message = match (true) {
                $stepId === $stored->stepId() => 'The song stands there already.',
                $stepId === null => 'Gone to the song as it came in',
                default => 'Gone to: '.($last ?? StepRecord::query()->findOrFail($stepId))->title(),
            };

            return $this->walk(
                $stored, $standing, $clips, $this->history->changeAlong($way['back'], $way['forth']), $stepId,
                $selection, $message, $way['path'],
            );
        });
    }

    /** What going to a step would change. */
    public function previewStep(int $songId, Standing $standing, ?int $stepId): SongAnswer
    {
        $stored = $this->seen($songId, $standing);
        $way = $this->history->wayTo($stored, $stepId);
        $full = $this->store->whole(
            $songId,
            array_values(array_unique([
                ...$standing->open, ...$this->history->clipsOf([...$way['back'], ...$way['forth']]),
            ])),
        );
        $change = $this->history->changeAlong($way['back'], $way['forth']);
        [$full, $after] = $this->walked($full, $standing, $change);

        return SongAnswer::walked(
            $full, OpenSong::of($full->song, $standing->open, $standing->front), $after, $change, Selection::none(), '',
            [], ['undo' => null, 'redo' => null],
        );
    }

    /**
     * The song as far as a script needs it.
     *
     * @throws ChangedElsewhere where another writer changed what is worked on
     */
    private function seen(int $songId, Standing $standing, ?Script $script = null, bool $onClips = false): StoredSong
    {
        $reach = $script?->reach() ?? Reach::notes();
        $needsAll = $onClips || $reach->song;
        $stored = $needsAll
            ? $this->store->whole($songId, $reach->song ? null : $standing->clips())
            : $this->store->clips($songId, $standing->clips());
        if (! $standing->hasSeen($stored, $needsAll)) {
            throw new ChangedElsewhere(
                'This part was changed in another window. Its present state is shown.',
                fn (): array => [
                    'song' => $this->view->open($songId, $standing->shown(), $standing->shownFront()),
                ],
            );
        }

        return $stored;
    }

    private function surroundings(OpenSong $open, Selection $selection, ContextInput $input, Script $script): Context
    {
        $context = $input->for($open, $selection);

        return $script->reach()->clipboard && $context->clipboard === null
            ? $context->withClipboard(Clipboard::current())
            : $context;
    }

    /**
     * Goes on with the gesture the song stands at: the one line that does all of it, computed from where it began.
     *
     * @throws CoreError where the whole gesture cannot be done
     */
    private function goOn(
        Step $begun, string $combined, StoredSong $stored, Standing $standing, OpenSong $open, Script $script,
        Selection $selection, Context $context,
    ): Plan {
        $back = $begun->change->reversed();
        $start = $open->with($back->applyTo($stored->song));
        $state = $this->lines->script([$combined])->apply($start, $selection, $context->in($start), Patience::begin());
        $change = $state->change();
        $whole = $back->followedBy($change);
        $after = $whole->applyTo($stored->song);
        $step = new Step([$combined], $selection, $state->selection, $change, self::now(), said: $state->said);
        // Where it went no further, as at a limit, that is what this press has to say.
        $said = $whole->isNothing() ? $script->apply($open, $selection, $context)->said : $state->said;

        return new Plan($stored, function () use (
            $stored,
            $standing,
            $open,
            $state,
            $whole,
            $after,
            $step,
            $said,
        ): SongAnswer {
            $stepId = $this->history->replace($stored, $step, $after);
            $revisions = $this->store->write($stored, $after, $whole, $stepId);

            $titles = $this->titlesAt($stored, $step, $stepId);

            return $standing->isBeside()
                ? $this->beside($stored, $standing, $state->saying($said), $whole, $revisions, $titles)
                : SongAnswer::walked(
                    $stored, $open, $after, $whole, $state->selection, (string) $said, $revisions, $titles,
                );
        });
    }

    /**
     * @param  list<int>  $clips  those that are changed
     * @param  list<int>  $path  the steps the song then has gone along, so that redo follows them
     */
    private function walk(
        StoredSong $seen, Standing $standing, array $clips, SongChange $change, ?int $stepId, ?Selection $selection,
        string $message, array $path = [],
    ): Plan {
        $needsAll = $change->touchesArrangement() || array_diff($clips, $standing->open) !== [];
        $stored = $needsAll
            ? $this->store->whole($seen->record->id, array_values(array_unique([...$standing->open, ...$clips])))
            : $seen;
        [$stored, $after] = $this->walked($stored, $standing, $change);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);

        return new Plan($stored, function () use (
            $stored,
            $open,
            $after,
            $change,
            $stepId,
            $selection,
            $message,
            $path,
        ): SongAnswer {
            $this->history->walk($stored->record->id, $path);
            $revisions = $this->store->write($stored, $after, $change, $stepId);

            return SongAnswer::walked(
                $stored, $open, $after, $change, $selection, $message, $revisions,
                $this->history->titles($stored->record->id, $stepId),
            );
        });
    }

    /**
     * The song before and after a change, with what lies in the clips that are open then: others, where it takes those
     * away.
     *
     * @return array{StoredSong, Song}
     */
    private function walked(StoredSong $stored, Standing $standing, SongChange $change): array
    {
        $stored = $this->store->reading($stored, $change->applyTo($stored->song)->openable($standing->shown()));

        return [$stored, $change->applyTo($stored->song)];
    }

    /** “Undone in Upright bass: transpose”; without the place where it is the track in front. */
    private function said(string $done, StepRecord $row, Standing $standing, StoredSong $stored): string
    {
        $front = $stored->song->tracks[$stored->song->clips[$standing->front]->track ?? 0] ?? null;

        return $done.($row->about === '' || $row->about === $front?->name ? '' : " in {$row->about}")
            .": {$row->title()}";
    }

    /**
     * What writes what a script did, as a new step or with the one it joins.
     *
     * @return Closure(): SongAnswer
     */
    private function record(
        ?Step $joined, StoredSong $stored, Standing $standing, OpenSong $open, State $state, SongChange $change,
        Step $step,
    ): Closure {
        $after = $change->applyTo($stored->song)->counted($state->notes->nextId);
        $whole = $joined?->and($step) ?? $step;

        return function () use (
            $joined,
            $stored,
            $standing,
            $open,
            $state,
            $change,
            $step,
            $after,
            $whole,
        ): SongAnswer {
            $stepId
                = $joined === null
                    ? $this->history->add($stored, $step, $after)
                    : $this->history->replace($stored, $whole, $after);
            $revisions = $this->store->write($stored, $after, $change, $stepId);
            $told = $state->saying($whole->said ?? $state->said);

            $titles = $this->titlesAt($stored, $whole, $stepId);

            return $standing->isBeside()
                ? $this->beside($stored, $standing, $told, $change, $revisions, $titles)
                : SongAnswer::done($stored, $open, $after, $told, $change, $step->before, $revisions, $titles);
        };
    }

    /**
     * What is told of an edit of other clips than the window shows.
     *
     * @param  array<int, int>  $revisions
     * @param  array{undo: string|null, redo: string|null}  $titles
     */
    private function beside(
        StoredSong $stored, Standing $standing, State $state, SongChange $change, array $revisions, array $titles,
    ): SongAnswer {
        [$stored, $after] = $this->walked($stored, $standing, $change);

        return SongAnswer::beside($stored, $standing, $after, $state, $change, $revisions, $titles);
    }

    /** @return array{undo: string|null, redo: string|null} where a step was written last */
    private function titlesAt(StoredSong $stored, Step $step, ?int $stepId): array
    {
        return $step->isNothing()
            ? $this->history->titles($stored->record->id, $stepId)
            : ['undo' => $step->title(), 'redo' => null];
    }

    private static function now(): int
    {
        return intdiv(hrtime(true), 1_000_000);
    }
}
