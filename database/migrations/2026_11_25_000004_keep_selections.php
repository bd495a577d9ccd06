<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Selections that have a name. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('selections', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('song_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->text('notes')->comment('their ids, as JSON');
            $table->unique(['song_id', 'name']);
        });
    }
};
