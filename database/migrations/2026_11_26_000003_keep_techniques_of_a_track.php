<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A track may say how its notes are played. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table(
            'tracks',
            fn (Blueprint $table) => $table->text('techniques')->default('')->comment('as written; empty for none'),
        );
    }
};
