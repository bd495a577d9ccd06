<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** The grid a step was done on, where its lines go by the current one; null for steps of before. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('steps', static function (Blueprint $table): void {
            $table->string('grid')->nullable();
            $table->unsignedSmallInteger('swing')->default(0)->comment('0 to 150');
        });
    }
};
