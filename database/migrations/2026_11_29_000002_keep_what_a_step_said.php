<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a step said of itself, so that a run of quick keys says what it came to; null for steps of before. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('steps', static fn (Blueprint $table) => $table->text('said')->nullable());
    }
};
