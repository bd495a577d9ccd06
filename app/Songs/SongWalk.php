<?php

declare(strict_types=1);

namespace App\Songs;

use App\ChangedElsewhere;
use App\Models\StepRecord;
use App\Songs\Asked\Standing;
use App\Songs\Store\InHistory;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Store\SongWriter;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongAnswer;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\History\Difference;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\SongChange;

/** Walks the history of a song: back, on, and to any step of any branch; each as a plan that is carried out at once. */
final readonly class SongWalk
{
    public function __construct(
        private SongSeen $seen,
        private SongStore $store,
        private SongWriter $writer,
        private SongHistory $history,
        private Carrying $carrying,
        private HeardThen $heard,
    ) {
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
            $stored = $this->seen->of($songId, $standing);
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
            $stored = $this->seen->of($songId, $standing);
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
            $stored = $this->seen->of($songId, $standing);
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

    /**
     * What going to a step would change, with in what the song there differs from how it is.
     *
     * @param  bool  $isHeard  whether it is told how tracks, clips and conductor were, and what sounded elsewhere
     */
    public function preview(int $songId, Standing $standing, ?int $stepId, bool $isHeard = false): SongAnswer
    {
        $stored = $this->seen->of($songId, $standing);
        $way = $this->history->wayTo($stored, $stepId);
        $full = $this->store->whole(
            $songId,
            array_values(array_unique([
                ...$standing->open, ...$this->history->clipsOf([...$way['back'], ...$way['forth']]),
            ])),
        );
        $change = $this->history->changeAlong($way['back'], $way['forth']);
        [$full, $after] = $this->store->after($full, $standing->shown(), $change);
        $answer = SongAnswer::walked(
            $full, OpenSong::of($full->song, $standing->open, $standing->front), $after, $change, Selection::none(),
            (string) Difference::of($change, $full->song), [], InHistory::untold(),
        );

        return $isHeard ? $answer->hearing(...$this->heard->then($full, $change, $standing)) : $answer;
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
        [$clips, $front] = $standing->shownIn($change->applyTo($stored->song));
        [$stored, $after] = $this->store->after($stored, $clips, $change);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $then = OpenSong::of($after, $clips, $front);

        return new Plan($stored, function () use (
            $stored,
            $open,
            $then,
            $after,
            $change,
            $stepId,
            $selection,
            $message,
            $path,
        ): SongAnswer {
            $this->history->walk($stored->record->id, $path);
            $revisions = $this->writer->write($stored, $after, $change, $stepId);

            return SongAnswer::walked(
                $stored, $open, $after, $change, $selection, $message, $revisions,
                $this->history->around($stored->record->id, $stepId), $then,
            );
        });
    }

    /** “Undone in Upright bass: 4 notes moved up by 1 semitone”; without the place where it is the track in front. */
    private function said(string $done, StepRecord $row, Standing $standing, StoredSong $stored): string
    {
        $front = $stored->song->tracks[$stored->song->clips[$standing->front]->track ?? 0] ?? null;

        return $done.($row->about === '' || $row->about === $front?->name ? '' : " in {$row->about}")
            .": {$row->words()}";
    }
}
