<?php

declare(strict_types=1);

namespace App\Songs\Store;

use App\Models\StepRecord;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\History\Joining;
use Jactonic\Core\History\Step;
use Jactonic\Core\History\Tree;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** The steps of a song in the database: read, added, joined, and walked along. */
final readonly class SongHistory
{
    /** The step a song stands at; null where it is as it came in. */
    public function current(StoredSong $stored): ?StepRecord
    {
        return $stored->stepId() === null ? null : StepRecord::query()->find($stored->stepId());
    }

    /**
     * How a script joins the step a song stands at; null where it is a step of its own.
     *
     * @param  int  $now  in ms of a clock that is never set back
     */
    public function joining(StoredSong $stored, Script $script, Selection $selection, int $now): ?Joining
    {
        $newest = function () use ($stored): ?Step {
            $row = $this->current($stored);

            return $row !== null && StepRecord::query()->where('parent_id', $row->id)->doesntExist()
                ? $row->step()
                : null;
        };
        $lines = $stored->lines();

        return $lines === null || $stored->isMarked()
            ? null
            : Joining::of($lines, (int) $stored->record->step_ran, $newest, $script, $selection, $now);
    }

    /** The step that comes next on the branch walked last from where a song stands; null at the newest state. */
    public function next(StoredSong $stored): ?StepRecord
    {
        return $this->behind($stored->record->id, $stored->stepId())->first();
    }

    /** What a step back and a step forward would take. */
    public function around(int $song, ?int $step): InHistory
    {
        $columns = ['id', 'parent_id', 'lines', 'times', 'grid', 'swing', 'said'];

        return InHistory::between(
            $step === null ? null : StepRecord::query()->find($step, $columns),
            $this->behind($song, $step)->first($columns),
        );
    }

    /** Where a song stands once a step was written, as one of its own or in the place of the last. */
    public function behindWritten(StoredSong $before, Step $step, ?int $stepId): InHistory
    {
        if ($step->isNothing()) {
            return $this->around($before->record->id, $stepId);
        }
        $parent = $stepId === $before->stepId()
            ? StepRecord::query()->whereKey($stepId)->value('parent_id')
            : $before->stepId();

        return InHistory::behind($step, $stepId, is_int($parent) ? $parent : null);
    }

    /**
     * The step a song stands at, where lines may be run in its place: nothing came after it, it has no letter, and what
     * it left selected is still what is selected.
     *
     * @param  Selection|null  $selection  null for all that is open
     */
    public function replaceable(StoredSong $stored, int $step, ?Selection $selection): ?Step
    {
        $row = $stored->stepId() === $step && ! $stored->isMarked() ? $this->current($stored) : null;
        if ($row === null || StepRecord::query()->where('parent_id', $step)->exists()) {
            return null;
        }
        $found = $row->step();

        return $selection === null || $found->after->equals($selection) ? $found : null;
    }

    /** A script behind the step a song stands at: what goes on by what that did, on what it left selected, says so. */
    public function following(StoredSong $stored, Script $script, Selection $selection): Script
    {
        $lines = $stored->lines();
        $following = $lines === null ? $script : $script->following($lines);

        return $following->lines() === $script->lines() || $this->current($stored)?->leaves($selection) !== true
            ? $script
            : $following;
    }

    /** Adds a step behind the one a song stands at, and gives its id. */
    public function add(StoredSong $stored, Step $step, Song $after): int
    {
        return StepRecord::query()->insertGetId(
            [
                'song_id' => $stored->record->id, 'parent_id' => $stored->stepId(),
                'walked' => self::lastWalked($stored->record->id) + 1,
            ]
                + StepRecord::columns($step, self::about($step->change, $stored->song, $after)),
        );
    }

    /**
     * Puts another step in the place of the one a song stands at, or none where nothing is left of it.
     *
     * @return int|null the step the song then stands at
     */
    public function replace(StoredSong $stored, Step $step, Song $after): ?int
    {
        $row = StepRecord::query()->findOrFail($stored->stepId());
        if ($step->isNothing()) {
            $row->delete();

            return $row->parent_id;
        }
        StepRecord::query()->whereKey($row->id)->toBase()->update(StepRecord::columns(
            $step, self::about($step->change, $stored->song, $after),
        ));

        return $row->id;
    }

    /**
     * All steps of a song, of every branch, in the order they were made.
     *
     * @return array{steps: list<array<string, mixed>>, at: int|null}
     */
    public function all(int $song, ?int $at): array
    {
        $steps = [];
        foreach (StepRecord::query()->where('song_id', $song)->orderBy('id')->get(StepRecord::HEAD) as $step) {
            $steps[] = [
                'id' => $step->id, 'parent' => $step->parent_id, 'title' => $step->title(),
                'words' => $step->words(), 'lines' => $step->lines,
                'at' => $step->at,
                'name' => $step->name, 'walked' => $step->walked, 'clips' => $step->clips, 'about' => $step->about,
            ];
        }

        return ['steps' => $steps, 'at' => $at];
    }

    /** The last step that quantized a clip, on the way to the one a song stands at; null where none did. */
    public function quantized(?int $at, int $clip): ?StepRecord
    {
        $found = DB::scalar(<<<'SQL'
            WITH RECURSIVE way(id) AS (
                SELECT ?
                UNION ALL
                SELECT steps.parent_id FROM steps JOIN way USING (id) WHERE steps.parent_id IS NOT NULL
            )
            SELECT steps.id FROM way JOIN steps USING (id)
            WHERE lines LIKE '%"quantize%' AND EXISTS (SELECT 1 FROM json_each(clips) WHERE value = ?)
            LIMIT 1
            SQL, [$at, $clip]);

        return is_int($found)
            ? StepRecord::query()->whereKey($found)->first(['id', 'lines', 'grid', 'swing', 'at'])
            : null;
    }

    /**
     * The last steps that changed a clip, on the way to the one a song stands at, the last one first.
     *
     * @return iterable<StepRecord>
     */
    public function stepsOf(?int $at, int $clip, int $most = 40): iterable
    {
        $ids = DB::scalar(<<<'SQL'
            WITH RECURSIVE way(id, depth) AS (
                SELECT ?, 0
                UNION ALL
                SELECT steps.parent_id, depth + 1 FROM steps JOIN way USING (id) WHERE steps.parent_id IS NOT NULL
            )
            SELECT group_concat(id) FROM (
                SELECT steps.id FROM way JOIN steps USING (id)
                WHERE EXISTS (SELECT 1 FROM json_each(clips) WHERE value = ?)
                ORDER BY depth LIMIT ?
            )
            SQL, [$at, $clip, $most]);
        foreach (is_string($ids) || is_int($ids) ? explode(',', (string) $ids) : [] as $id) {
            yield StepRecord::query()->where('id', $id)->firstOrFail();
        }
    }

    /**
     * The way from where a song stands to a step.
     *
     * @return array{back: list<int>, forth: list<int>, path: list<int>}
     *
     * @throws BadInput where there is no such step
     */
    public function wayTo(StoredSong $stored, ?int $step): array
    {
        /** @var array<int, int|null> $parents */
        $parents = StepRecord::query()->where('song_id', $stored->record->id)->pluck('parent_id', 'id')->all();
        $tree = Tree::of($parents);

        return $tree->way($stored->stepId(), $step) + ['path' => $tree->pathTo($step)];
    }

    /**
     * The clips that steps changed.
     *
     * @param  list<int>  $steps
     * @return list<int>
     */
    public function clipsOf(array $steps): array
    {
        $clips = [];
        foreach (array_chunk($steps, 500) as $chunk) {
            foreach (StepRecord::query()->whereIn('id', $chunk)->get(['id', 'clips']) as $step) {
                $clips += array_fill_keys($step->clips, true);
            }
        }

        return array_keys($clips);
    }

    /**
     * One change for the steps of a way, each taken back or done again.
     *
     * @param  list<int>  $back
     * @param  list<int>  $forth
     */
    public function changeAlong(array $back, array $forth): SongChange
    {
        $change = new SongChange;
        foreach ($back as $id) {
            $change = $change->followedBy(StepRecord::query()->findOrFail($id)->step()->change->reversed());
        }
        foreach ($forth as $id) {
            $change = $change->followedBy(StepRecord::query()->findOrFail($id)->step()->change);
        }

        return $change;
    }

    /**
     * Remembers that a song went along these steps, so that redo follows them.
     *
     * @param  list<int>  $steps
     */
    public function walk(int $song, array $steps): void
    {
        $walked = self::lastWalked($song) + 1;
        foreach (array_chunk($steps, 500) as $chunk) {
            StepRecord::query()->whereIn('id', $chunk)->toBase()->update(['walked' => $walked]);
        }
    }

    private static function lastWalked(int $song): int
    {
        $last = StepRecord::query()->where('song_id', $song)->max('walked');

        return is_int($last) ? $last : 0;
    }

    public function name(int $song, int $step, string $name): void
    {
        StepRecord::query()->where('song_id', $song)->findOrFail($step)->update([
            'name' => trim($name) === '' ? null : trim($name),
        ]);
    }

    /**
     * The names of the tracks a change works in.
     *
     * @return list<string>
     */
    public static function about(SongChange $change, Song $before, Song $after): array
    {
        $touched = $change->tracks;
        foreach ($change->touchedClips() as $clip) {
            $touched[($after->clips[$clip] ?? $before->clips[$clip] ?? null)->track ?? 0] = true;
        }
        $names = [];
        foreach ($after->tracks + $before->tracks as $id => $track) {
            if (isset($touched[$id])) {
                $names[] = $track->name;
            }
        }

        return $names;
    }

    /** @return Builder<StepRecord> */
    private function behind(int $song, ?int $step): Builder
    {
        return StepRecord::query()->where('song_id', $song)->where('parent_id', $step)->orderByDesc('walked')
            ->orderByDesc('id');
    }
}
