<?php

declare(strict_types=1);

use App\Models\KeptPhrase;
use App\Shelf\Shipped;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Phrases that are kept for later. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('phrases', function (Blueprint $table): void {
            $table->id();
            $table->string('name')->unique();
            $table->text('tags')->comment('JSON');
            $table->float('tempo')->comment('BPM');
            $table->string('key')->default('');
            $table->string('voice');
            $table->unsignedInteger('ppq');
            $table->unsignedInteger('length')->comment('ticks');
            $table->unsignedInteger('notes')->comment('how many');
            $table->binary('file')->comment('a MIDI file: what is exported is what is kept');
        });

        // Those that ship are put in once: what is deleted stays deleted.
        foreach (Shipped::items() as $item) {
            KeptPhrase::add($item);
        }
    }
};
