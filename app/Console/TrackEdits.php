<?php

declare(strict_types=1);

namespace App\Console;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;

/**
 * Edit lines run on the tracks of a song as the program runs them: each track by itself, or the tracks that the lines
 * name themselves.
 */
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
        foreach ($this->inTurn() as $edits) {
            $named = $edits[0]['script']->reach()->tracks;
            $turns = $named === []
                ? array_map(static fn (int $id): array => [$id], $only === null ? $tracks : [$tracks[$only - 1]])
                : [array_map(static fn (string $name): int => $song->trackCalled($name)->id, $named)];
            foreach ($turns as $turn) {
                if (array_diff($turn, array_keys($song->tracks)) === []) {
                    [$song, $said] = $this->runOn($song, $turn, $edits);
                    $done = [...$done, ...$said];
                }
            }
        }

        return new EditedSong($song, $done);
    }

    /**
     * Those that run on each track one after another, and each that names its tracks by itself.
     *
     * @return list<non-empty-list<array{script: Script, leavesDrums: bool}>>
     */
    private function inTurn(): array
    {
        $groups = [];
        $isOpen = false;
        foreach ($this->edits as $edit) {
            $isNamed = $edit['script']->reach()->tracks !== [];
            if ($isOpen && ! $isNamed) {
                $groups[count($groups) - 1][] = $edit;
            } else {
                $groups[] = [$edit];
            }
            $isOpen = ! $isNamed;
        }

        return $groups;
    }

    /**
     * @param  non-empty-list<int>  $ids  of tracks that are worked on together
     * @param  non-empty-list<array{script: Script, leavesDrums: bool}>  $edits
     * @return array{Song, list<array{track: int, name: string, line: string, selected: int, summary: string}>}
     */
    private function runOn(Song $song, array $ids, array $edits): array
    {
        $track = $song->tracks[$ids[0]];
        $number = (int) array_search($ids[0], array_keys($song->tracks), true) + 1;
        $clips = array_merge(
            ...array_map(static fn (int $id): array => array_column($song->clipsOf($id), 'id'), $ids),
        );
        $open = OpenSong::of($song, $clips, $clips[0] ?? 0);
        $context = $this->context->in($open);
        $done = [];
        foreach ($edits as ['script' => $script, 'leavesDrums' => $leavesDrums]) {
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
            $isOfEach = $script->reach()->tracks === [];
            if ($isOfEach && $only === null && $tracks > 1 && $script->reach()->putsIn) {
                throw new BadInput(
                    '“'.implode('; ', $script->lines())
                        ."” puts in notes: say into which of the {$tracks} tracks with --track=N.",
                );
            }
        }
    }
}
