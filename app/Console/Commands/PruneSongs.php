<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\SongRecord;
use Illuminate\Console\Command;
use Illuminate\Support\Carbon;

final class PruneSongs extends Command
{
    protected $signature = 'songs:prune';

    protected $description = 'Takes songs out for good that were deleted more than 30 days ago';

    public function handle(): int
    {
        $days = config('jactonic.keep_deleted_days');
        $limit = Carbon::now()->subDays(is_int($days) ? $days : 30);
        $count = SongRecord::onlyTrashed()->where('deleted_at', '<', $limit)->get(['id'])->each(static fn (SongRecord $song): ?bool => $song->forceDelete())->count();
        $this->line($count === 1 ? '1 song taken out for good.' : "{$count} songs taken out for good.");

        return self::SUCCESS;
    }
}
