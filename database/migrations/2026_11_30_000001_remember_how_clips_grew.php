<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** By how much edits made a clip longer than a person did. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('clips', function (Blueprint $table): void {
            $table->unsignedInteger('grown')->default(0)->comment('ticks at its end');
        });
    }
};
