<?php

declare(strict_types=1);

namespace App\Songs;

use App\Data\Writing;
use App\Models\KnownRequest;
use App\Songs\Asked\Standing;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Store\StoredSong;
use App\Songs\Told\SongAnswer;
use Closure;
use Illuminate\Database\UniqueConstraintViolationException;
use Jactonic\Core\Song\OpenSong;

/** Carries plans out, each once. */
final readonly class Carrying
{
    /** How often something is worked out where other writers keep coming between. */
    private const MOST_TRIES = 4;

    public function __construct(
        private SongStore $store,
        private SongHistory $history,
        private Writing $writing,
    ) {
    }

    /**
     * Works out what is to be done, and does it in one transaction: nothing that may take long happens while others
     * wait. Where another writer came between the two, it is worked out again; the last time with the lock held, so
     * that it ends. What was done under the same name before is not done again, but told again.
     *
     * @param  Closure(): Plan  $plan
     */
    public function once(int $songId, Standing $standing, Closure $plan): SongAnswer
    {
        for ($tries = 1; ; $tries++) {
            $known = $this->known($songId, $standing);
            if ($known !== null) {
                return $this->again($songId, $standing, $known);
            }
            $planned = $tries < self::MOST_TRIES ? $plan() : null;
            try {
                $answer = $this->writing->together(
                    fn (): ?SongAnswer => $this->carriedOut($songId, $standing, $plan, $planned),
                );
            } catch (UniqueConstraintViolationException $taken) {
                // Another song gave the id of a new track or clip out meanwhile.
                $answer = $planned === null ? throw $taken : null;
            }
            if ($answer !== null) {
                return $answer;
            }
        }
    }

    /**
     * Null where another writer was there first. The lock has to be held.
     *
     * @param  Closure(): Plan  $plan
     */
    private function carriedOut(int $songId, Standing $standing, Closure $plan, ?Plan $planned): ?SongAnswer
    {
        if (
            $this->known($songId, $standing) !== null
            || ($planned !== null && ! $this->store->isAsRead($planned->stored))
        ) {
            return null;
        }
        $answer = ($planned ?? $plan())->carryOut();
        if ($standing->request !== null) {
            KnownRequest::keep(self::about($songId), $standing->request, $songId, $answer->kept());
        }

        return $answer->toOneWhoSaw($standing->song, fn (): StoredSong => $this->store->whole($songId, []));
    }

    /** A request of that name that was carried out before. */
    private function known(int $songId, Standing $standing): ?KnownRequest
    {
        return $standing->request === null ? null : KnownRequest::find(self::about($songId), $standing->request);
    }

    private static function about(int $songId): string
    {
        return "song {$songId}";
    }

    private function again(int $songId, Standing $standing, KnownRequest $known): SongAnswer
    {
        $stored = $this->store->whole($songId, []);
        $there = $stored->song->openable($standing->shown());
        $stored = $this->store->reading($stored, $there);

        return SongAnswer::again(
            $stored, OpenSong::of($stored->song, $there, $standing->shownFront()), $known,
            $this->history->around($songId, $stored->stepId()),
        );
    }
}
