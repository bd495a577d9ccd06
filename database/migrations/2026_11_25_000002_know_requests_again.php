<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Requests that changed a song are known again, and maps and recipes count their changes. */
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
            Schema::table($kept, fn (Blueprint $table) => $table->unsignedInteger('revision')->default(1)->comment('counts changes of it'));
        }
    }
};
