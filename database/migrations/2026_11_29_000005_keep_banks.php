<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Banks of one's own: their files lie in a folder beside the database, by their checksums. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('banks', function (Blueprint $table): void {
            $table->id();
            $table->string('name')->unique()->comment('by which tracks name it');
            $table->string('checksum')->comment('SHA-256 of the file');
            $table->unsignedBigInteger('size')->comment('bytes');
            $table->text('presets')->comment('JSON: title, program, number, kit');
        });
    }
};
