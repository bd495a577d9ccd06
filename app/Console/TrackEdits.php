<?php

declare(strict_types=1);

namespace App\Console;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;

/** Edit lines run on the tracks of a song, each track by itself, as the program runs them. */
final readonly class TrackEdits
{
    /** @param  non-empty-list<array{script: Script, leavesDrums: bool}>  $edits */
    public function __construct(
        private array $edits,
        private Conditions $where,
        private Context $context,
    ) {
    }

    /**
     * @param  int|null  $only  the track, counting from 1; null for each of them
     *
     * @throws BadInput|EditRefused
     */
    public function run(Song $song, ?int $only): EditedSong
    {
        $tracks = array_keys($song->tracks);
        if ($only !== null && $only > count($tracks)) {
            throw new BadInput(
                'There is no track '.$only.'; '.(count($tracks) === 1 ? '1 track has' : count($tracks).' tracks have')
                    .' notes.',
            );
        }
        $this->refuseOnEachTrack(count($tracks), $only);
        $done = [];
        foreach ($tracks as $place => $id) {
            if ($place + 1 === ($only ?? $place + 1) && isset($song->tracks[$id])) {
                [$song, $said] = $this->runOnTrack($song, $id, $place + 1);
                $done = [...$done, ...$said];
            }
        }

        return new EditedSong($song, $done);
    }

    /** @return array{Song, list<array{track: int, name: string, line: string, selected: int, summary: string}>} */
    private function runOnTrack(Song $song, int $id, int $number): array
    {
        $track = $song->tracks[$id];
        $clips = array_map(static fn (Clip $clip): int => $clip->id, $song->clipsOf($id));
        $open = OpenSong::of($song, $clips, $clips[0] ?? 0);
        $context = $this->context->in($open);
        $done = [];
        foreach ($this->edits as ['script' => $script, 'leavesDrums' => $leavesDrums]) {
            if ($leavesDrums && $track->isDrums()) {
                continue;
            }
            $selection = $this->where->choose($open->notes, $context);
            $state = $script->apply($open, $selection, $context);
            $isNothing = $selection->isEmpty() && $state->change()->isNothing();
            [$open, $context] = [$state->settled(), $state->context];
            $done[] = [
                'track' => $number, 'name' => $track->name, 'line' => implode('; ', $script->lines()),
                'selected' => count($selection->ids),
                'summary' => $isNothing ? 'No note meets the conditions; nothing changed.' : (string) $state->said,
            ];
        }

        return [$open->song, $done];
    }

    /** @throws BadInput where notes would be put into every track */
    private function refuseOnEachTrack(int $tracks, ?int $only): void
    {
        foreach ($this->edits as ['script' => $script]) {
            if ($only === null && $tracks > 1 && $script->reach()->putsIn) {
                throw new BadInput(
                    '“'.implode('; ', $script->lines())
                        ."” puts in notes: say into which of the {$tracks} tracks with --track=N.",
                );
            }
        }
    }
}
