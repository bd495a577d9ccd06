<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('steps', function (Blueprint $table): void {
            $table->string('name')->nullable()->comment('given by its maker');
            $table->unsignedBigInteger('walked')->default(0)->comment(
                'ms since the epoch when the clip last stood at or behind it; redo follows the latest',
            );
        });

        Schema::create('clipboards', function (Blueprint $table): void {
            $table->id();
            $table->json('phrase')->comment('as Phrase::toArray() gives it');
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('clipboards');
        Schema::table('steps', fn (Blueprint $table) => $table->dropColumn(['name', 'walked']));
    }
};
