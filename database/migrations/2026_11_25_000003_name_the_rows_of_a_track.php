<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Rows of a track may have names, colours and an order. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table(
            'tracks',
            fn (Blueprint $table) => $table->text('rows')->default('')->comment(
                'as written; empty for those of its voice',
            ),
        );
    }
};
