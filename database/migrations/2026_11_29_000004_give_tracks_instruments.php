<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Tracks play instruments of banks, and have sends to reverb and chorus. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('tracks', function (Blueprint $table): void {
            $table->string('instrument')->default('')->comment('empty for the one of its voice, light for the voice');
            $table->unsignedTinyInteger('reverb')->default(0)->comment('%');
            $table->unsignedTinyInteger('chorus')->default(0)->comment('%');
        });
    }
};
