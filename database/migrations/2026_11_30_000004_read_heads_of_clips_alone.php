<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/**
 * Where clips lie is read for every edit of the song. Their rows hold all notes; so the index that leads to those of a
 * track holds the rest, and no row is read.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('clips', function (Blueprint $table): void {
            $table->dropIndex('clips_track_id');
            $table->index([
                'track_id', 'id', 'start', 'length', 'offset', 'loop', 'name', 'muted', 'colour', 'group', 'grown',
                'revision',
            ], 'clips_heads');
        });
    }
};
