<?php

declare(strict_types=1);

namespace App\Songs;

use App\Songs\Store\StoredSong;
use App\Songs\Told\SongAnswer;
use Closure;

/** What is to be written, worked out on a song as it was read. */
final readonly class Plan
{
    /** @param  Closure(): SongAnswer  $write */
    public function __construct(
        public StoredSong $stored,
        private Closure $write,
    ) {
    }

    /** Writes it. The lock has to be held, and the song to be as it was read. */
    public function carryOut(): SongAnswer
    {
        return ($this->write)();
    }
}
