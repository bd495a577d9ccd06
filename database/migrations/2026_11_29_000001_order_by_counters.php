<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Requests are known by what they are about, whatever they changed; order and haste are told by counters rather than by
 * the clock.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::rename('requests', 'old_requests');
        Schema::create('requests', function (Blueprint $table): void {
            $table->id('number');
            $table->string('about')->comment('what was changed: song 12, songs, keymaps …');
            $table->string('request')->comment('given by who asked');
            $table->foreignId('song_id')->nullable()->constrained()->cascadeOnDelete();
            $table->text('answer')->comment('what is told again, as JSON');
            $table->unsignedInteger('bytes')->comment('of the answer');
            $table->unique(['about', 'request']);
        });
        DB::statement('create index requests_by_song on requests (song_id)');
        DB::statement(
            'insert into requests (number, about, request, song_id, answer, bytes) '
            ."select number, 'song ' || song_id, request, song_id, answer, length(answer) from old_requests",
        );
        Schema::drop('old_requests');

        Schema::table('steps', function (Blueprint $table): void {
            $table->unsignedBigInteger('ran')->default(0)->comment(
                'when it was last run, in ms of a clock that is never set back',
            );
            $table->index(['song_id', 'walked']);
        });
        Schema::table(
            'phrases',
            fn (Blueprint $table) => $table->unsignedInteger('revision')->default(1)->comment('counts changes of it'),
        );
    }
};
