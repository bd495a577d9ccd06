<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\Numbers;
use Jactonic\Core\Content\Packing\PackedChange;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\History\PackedStep;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SongImport;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\ContentChange;
use Jactonic\Core\Song\SongChange;

/**
 * One conductor, one history and one numbering of notes for each song, in the place of a file without notes, a history
 * for each clip and a numbering for each clip. All songs, steps and branches come along.
 */
return new class extends Migration
{
    public function up(): void
    {
        $this->addColumns();
        foreach (DB::table('songs')->orderBy('id')->get() as $song) {
            $this->convert($song);
        }
        Schema::drop('old_steps');
        foreach (['tempos', 'meters', 'key', 'frame'] as $column) {
            Schema::table('songs', fn (Blueprint $table) => $table->dropColumn($column));
        }
        Schema::table('tracks', fn (Blueprint $table) => $table->dropColumn('number'));
        Schema::table('clips', fn (Blueprint $table) => $table->dropColumn('step_id'));
    }

    private function addColumns(): void
    {
        Schema::table('songs', function (Blueprint $table): void {
            $table->text('conductor')->default('[]')->comment('[kind, tick, value, home, rank, form] of each event');
            $table->text('layout')->default('')->comment(
                'what its file holds beside tracks with notes and the conductor',
            );
            $table->unsignedInteger('next_id')->default(1)->comment('for notes and points');
            $table->unsignedInteger('revision')->default(1)->comment('counts changes of tracks, clips and conductor');
            $table->unsignedBigInteger('step_id')->nullable()->comment('the step of the history it stands at');
        });
        Schema::table('tracks', function (Blueprint $table): void {
            $table->unsignedInteger('place')->default(0)->comment('in the order of the tracks, from 0');
            $table->unsignedInteger('home')->nullable()->comment('its number in the file it came from, from 0');
            $table->integer('pan')->default(0)->comment('−100 to 100');
            $table->boolean('solo')->default(false);
            $table->integer('transposition')->default(0)->comment('semitones');
            $table->text('rest')->default('')->comment('events of its file that are not shown');
        });
        Schema::table('clips', function (Blueprint $table): void {
            $table->unsignedInteger('offset')->default(0)->comment('the tick of its content that lies at its start');
            $table->unsignedInteger('loop')->default(0)->comment(
                '0, or the ticks after which its content begins again',
            );
            $table->string('name')->default('');
            $table->boolean('muted')->default(false);
            $table->binary('points')->default('');
        });
        DB::statement('create index clips_track_id on clips (track_id)');
        DB::statement('create index tracks_song_id on tracks (song_id)');
        DB::statement('drop index if exists steps_parent_id_index');
        Schema::rename('steps', 'old_steps');
        Schema::create('steps', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('song_id')->index()->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('parent_id')->nullable()->index()->comment(
                'the step before; several with one parent are branches',
            );
            $table->json('lines');
            $table->unsignedInteger('times')->default(1);
            $table->unsignedBigInteger('at')->comment('ms since the epoch');
            $table->string('name')->nullable()->comment('given by its maker');
            $table->unsignedBigInteger('walked')->default(0)->comment(
                'ms since the epoch when the song last stood at or behind it; redo follows the latest',
            );
            $table->json('clips')->comment('the ids of the clips it changed');
            $table->string('about')->default('')->comment('the names of the tracks it worked in');
            $table->binary('before')->comment('what was selected before');
            $table->binary('after')->comment('what was selected after');
            $table->binary('change');
        });
    }

    private function convert(stdClass $song): void
    {
        $rows = DB::table('tracks')->where('song_id', $song->id)->orderBy('number')->get()->all();
        $numbers = array_map(static fn (stdClass $row): int => (int) $row->number, $rows);
        $taken = (new SongImport(SmfFile::read($song->frame), $numbers))->song();
        $byNumber = [];
        foreach ($taken->tracks as $track) {
            $byNumber[(int) $track->home] = $track;
        }
        $nextId = 1;
        $clips = [];
        foreach ($rows as $place => $row) {
            $track = $byNumber[(int) $row->number];
            DB::table('tracks')->where('id', $row->id)->update([
                'place' => $place, 'home' => $row->number, 'rest' => $track->rest->pack(),
            ]);
            foreach (DB::table('clips')->where('track_id', $row->id)->orderBy('id')->get() as $clip) {
                $notes = PackedTable::notes($clip->notes);
                $later = $nextId - 1;
                $nextId += $notes->nextId;
                $points = $taken->contentOf($track->id)->points;
                $count = $points->count();
                $points = $count === 0 ? $points : $points->with(['id' => range($nextId, $nextId + $count - 1)]);
                $nextId += $count;
                DB::table('clips')->where('id', $clip->id)->update([
                    'notes' => PackedTable::pack($this->renumbered($notes, $later)),
                    'points' => $count === 0 ? '' : PackedTable::pack($points),
                ]);
                $clips[$clip->id] = ['later' => $later, 'at' => $clip->step_id, 'track' => $row->name];
            }
        }
        $conductor = $taken->conductor;
        if ($song->key === null) {
            $conductor = $conductor->withoutAll(ConductorKind::Key);
        } elseif ((string) $conductor->keyAt(0) !== $song->key) {
            $conductor = $conductor->with(ConductorEvent::of(ConductorKind::Key, 0, $song->key));
        }
        DB::table('songs')->where('id', $song->id)->update([
            'conductor' => json_encode($conductor->toRows()), 'layout' => $taken->layout->pack(), 'next_id' => $nextId,
            'step_id' => $this->joinHistories((int) $song->id, $clips),
        ]);
    }

    /**
     * The trees of all clips as one: the steps each clip stands at or behind in a row, in order of time; branches part
     * where they parted.
     *
     * @param  array<int, array{later: int, at: int|null, track: string}>  $clips
     * @return int|null the step the song stands at
     */
    private function joinHistories(int $songId, array $clips): ?int
    {
        $steps = DB::table('old_steps')->whereIn('clip_id', array_keys($clips))->orderBy('id')->get()->keyBy('id')
            ->all();
        $row = [];
        foreach ($clips as $clip) {
            for ($id = $clip['at']; $id !== null; $id = $steps[$id]->parent_id) {
                $row[] = $id;
            }
        }
        usort($row, static fn (int $a, int $b): int => [$steps[$a]->at, $a] <=> [$steps[$b]->at, $b]);
        $parents = $row === [] ? [] : array_combine($row, [null, ...array_slice($row, 0, -1)]);
        foreach ($steps as $id => $step) {
            $clip = $clips[$step->clip_id];
            [$change, $selected] = PackedChange::unpackFirst($step->change);
            $at = 0;
            DB::table('steps')->insert([
                'id' => $id, 'song_id' => $songId,
                'parent_id' => array_key_exists($id, $parents) ? $parents[$id] : $step->parent_id,
                'lines' => $step->lines, 'times' => $step->times, 'at' => $step->at, 'name' => $step->name,
                'walked' => $step->walked,
                'clips' => json_encode([$step->clip_id]), 'about' => $clip['track'],
                'before' => PackedStep::packSelection($this->selection(
                    Numbers::unpack($step->selection, $at), $clip['later'],
                )),
                'after' => PackedStep::packSelection($this->selection($selected, $clip['later'])),
                'change' => PackedStep::pack(new SongChange([
                    $step->clip_id => new ContentChange($this->changeOf($change, $clip['later'])),
                ])),
            ]);
        }

        return $row === [] ? null : $row[count($row) - 1];
    }

    private function renumbered(Notes $notes, int $later): Notes
    {
        return $notes->with(
            ['id' => array_map(static fn (int $id): int => $id + $later, $notes->id)], $notes->nextId + $later,
        );
    }

    /** @param  array<int, int>  $ids */
    private function selection(array $ids, int $later): Selection
    {
        return Selection::of(array_map(static fn (int $id): int => $id + $later, $ids));
    }

    /**
     * @param  TableChange<Notes>  $change
     * @return TableChange<Notes>
     */
    private function changeOf(TableChange $change, int $later): TableChange
    {
        $values = static function (array $columns) use ($later): array {
            $moved = [];
            foreach ($columns as $name => $column) {
                foreach ($column as $id => $value) {
                    $moved[$name][$id + $later] = $value;
                }
            }

            return $moved;
        };

        return new TableChange(
            $this->renumbered($change->removed, $later), $this->renumbered($change->added, $later),
            $values($change->before), $values($change->after),
        );
    }
};
