<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('songs', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->unsignedInteger('ppq');
            $table->json('tempos')->comment('µs a quarter note by tick');
            $table->json('meters')->comment('[numerator, denominator] by tick');
            $table->string('key')->nullable()->comment('such as D dorian');
            $table->binary('frame')->comment('the Standard MIDI File without its notes');
            $table->timestamps();
            $table->softDeletes();
        });

        Schema::create('tracks', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('song_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('number')->comment('its place in the file, from 0');
            $table->string('name');
            $table->unsignedTinyInteger('colour')->comment('1 to 8 of the theme');
            $table->string('voice');
            $table->unsignedTinyInteger('channel');
            $table->unsignedTinyInteger('volume')->default(80)->comment('0 to 100 %');
            $table->boolean('muted')->default(false);
        });

        Schema::create('clips', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('track_id')->constrained()->cascadeOnDelete();
            $table->unsignedInteger('start')->default(0)->comment('tick in the song');
            $table->unsignedInteger('length')->comment('ticks');
            $table->unsignedInteger('revision')->default(1);
            $table->unsignedBigInteger('step_id')->nullable()->comment('the step of the history it stands at');
            $table->binary('notes');
        });

        Schema::create('steps', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('clip_id')->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('parent_id')->nullable()->index()->comment(
                'the step before; several with one parent are branches',
            );
            $table->json('lines');
            $table->unsignedInteger('times')->default(1);
            $table->unsignedBigInteger('at')->comment('ms since the epoch');
            $table->binary('selection')->comment('what was selected before');
            $table->binary('change');
        });
    }

    public function down(): void
    {
        foreach (['steps', 'clips', 'tracks', 'songs'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
