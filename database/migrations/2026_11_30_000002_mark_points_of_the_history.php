<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Points of the history that are compared by ear, each under a letter. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('songs', function (Blueprint $table): void {
            $table->text('marks')->default('{}')->comment('JSON: steps by letter, null for the song as it came in');
        });
    }
};
