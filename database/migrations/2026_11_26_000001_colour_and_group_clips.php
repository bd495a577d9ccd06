<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Clips with a colour of their own and in groups. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('clips', function (Blueprint $table): void {
            $table->unsignedTinyInteger('colour')->default(0)->comment('1 to 8 of the theme, 0 for that of its track');
            $table->unsignedInteger('group')->default(0)->comment('0 where it is in none');
        });
    }
};
