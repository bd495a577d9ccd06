<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Song\Layout;
use Jactonic\Core\Song\Rest;

/**
 * Requests that changed a song are known again, maps and recipes count their changes, and clips say how many events
 * they hold.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('requests', function (Blueprint $table): void {
            $table->id('number');
            $table->string('request')->unique()->comment('given by who asked');
            $table->foreignId('song_id')->index()->constrained()->cascadeOnDelete();
            $table->text('answer')->comment('what of its answer the song does not tell, as JSON');
        });
        foreach (['keymaps', 'recipes'] as $kept) {
            Schema::table(
                $kept,
                fn (Blueprint $table) => $table->unsignedInteger('revision')->default(1)
                    ->comment('counts changes of it'),
            );
        }
        Schema::table(
            'clips',
            fn (Blueprint $table) => $table->unsignedInteger('events')->default(0)->comment(
                'of a file, that what lies in it makes in one round',
            ),
        );
        Schema::table(
            'songs',
            fn (Blueprint $table) => $table->unsignedInteger('events')->default(0)->comment(
                'of a file, that it has beside those of its clips',
            ),
        );
        foreach (DB::table('clips')->select(['id', 'notes', 'points'])->lazyById(100) as $clip) {
            $points = $clip->points === null || $clip->points === '' ? 0 : PackedTable::points($clip->points)->count();
            DB::table('clips')->where('id', $clip->id)->update([
                'events' => 2 * PackedTable::notes($clip->notes)->count() + $points,
            ]);
        }
        foreach (DB::table('songs')->select(['id', 'conductor', 'layout'])->lazyById(100) as $song) {
            $events = count((array) json_decode($song->conductor, true));
            $ofTracks = DB::table('tracks')->where('song_id', $song->id)->pluck('rest')->map(Rest::unpack(...));
            foreach ([...array_values(Layout::unpack($song->layout)->bare), ...$ofTracks] as $rest) {
                $events += count($rest->events);
            }
            DB::table('songs')->where('id', $song->id)->update(['events' => $events]);
        }
    }
};
