<?php

declare(strict_types=1);

namespace App\Songs;

use App\Songs\Asked\Standing;
use App\Songs\Store\StoredSong;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\History\Step;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** Other lines in the place of the step a song stands at, computed from where that began. */
final readonly class Otherwise
{
    /**
     * @param  OpenSong  $open  as it is now
     * @param  State  $state  what the lines did to the song before the step
     * @param  SongChange  $back  what takes the step back
     * @param  SongChange  $whole  what becomes of the song as it is now
     * @param  Step  $step  what stands in the history then
     */
    private function __construct(
        public OpenSong $open,
        public State $state,
        public SongChange $back,
        public SongChange $whole,
        public Song $after,
        public Step $step,
    ) {
    }

    /**
     * Null where clips that are open came with the step: where one stood before it is not known any more.
     *
     * @param  StoredSong  $stored  with all clips that the step touched
     *
     * @throws CoreError where the lines cannot be done there
     */
    public static function than(
        Step $begun, Script $script, StoredSong $stored, Standing $standing, Context $context, int $now,
    ): ?self {
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $back = $begun->change->reversed();
        $before = $back->applyTo($stored->song);
        if ($before->openable($standing->open) !== $standing->open) {
            return null;
        }
        $start = $open->with($before);
        $state = $script->apply($start, $begun->before, $context->in($start), Patience::begin());
        $change = $state->change();
        $whole = $back->followedBy($change);
        $lines = $state->lines === [] ? $script->lines() : $state->lines;
        $step = new Step(
            $lines, $begun->before, $state->selection, $change, $now, said: $state->said,
            grid: $state->context->time->grid,
        );

        $after = $whole->applyTo($stored->song)->counted($state->nextId());

        return new self($open, $state, $back, $whole, $after, $step);
    }
}
