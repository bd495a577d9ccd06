<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\Points;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorRoom;
use Jactonic\Core\Song\Content;
use Jactonic\Core\Song\Layout;
use Jactonic\Core\Song\Rest;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Bounds;

/**
 * Takes a file apart into a song: each track with notes becomes a track with one clip of notes and points; tempos,
 * meters, keys and markers become the conductor's; all other events stay as they are. Nothing is lost.
 */
final class SongImport
{
    /** @var list<ConductorEvent> */
    private array $events = [];

    private ConductorRoom $room;

    /** @var array<string, int> events of the conductor that found no room, by kind */
    private array $left = [];

    /** @param  list<int>|null  $numbers  which tracks of the file become tracks, from 0; those with notes where left out */
    public function __construct(
        private readonly SmfFile $file,
        private readonly ?array $numbers = null,
    ) {
    }

    /**
     * What was wrong with the file, and what of it could not be taken apart, in sentences.
     *
     * @return list<string>
     */
    public function problems(): array
    {
        $problems = $this->file->problems;
        foreach ($this->left as $kind => $count) {
            $problems[] = number_format($count)." more events of the kind {$kind} than a song can hold were left as they are: they go out again, and hold for nothing here.";
        }

        return $problems;
    }

    /** @throws NotMidi where it is more than a song can hold */
    public function song(): Song
    {
        $this->events = $this->left = [];
        $this->room = new ConductorRoom;
        $playable = $this->playable();
        if (count($playable) > Song::MOST_TRACKS) {
            throw new NotMidi('The file has '.number_format(count($playable)).' tracks with notes; a song has at most '.Song::MOST_TRACKS.'. Split it, or join tracks.');
        }
        $tracks = $contents = $bare = $ends = [];
        $nextId = 1;
        foreach ($this->file->tracks as $number => $smfTrack) {
            $isTrack = isset($playable[$number]);
            [$points, $rest] = $this->apart($smfTrack, $number, $isTrack);
            if (! $isTrack) {
                $bare[$number] = $rest;

                continue;
            }
            $id = count($tracks) + 1;
            $channel = $smfTrack->notes->channel[0] ?? 0;
            $tracks[$id] = new Track(
                $id, $id - 1, mb_substr($smfTrack->name() ?: 'Track '.($number + 1), 0, Track::LONGEST_NAME), ($id - 1) % Track::COLOURS + 1,
                SuitingVoice::of($smfTrack, $channel), $channel, home: $number, rest: $rest,
            );
            $notes = $smfTrack->notes->id === [] ? $smfTrack->notes : $smfTrack->notes->with(['id' => range($nextId, $nextId + $smfTrack->notes->count() - 1)]);
            $nextId += $notes->count();
            $points = $points->id === [] ? $points : $points->with(['id' => range($nextId, $nextId + $points->count() - 1)]);
            $nextId += $points->count();
            $contents[$id] = new Content($notes, $points);
            $ends[$id] = max(0, $smfTrack->end - 1, $notes->end() - 1, ...array_slice($points->start, -1));
        }
        $conductor = Conductor::of($this->file->ppq, $this->events);
        $clips = array_map(
            static fn (int $id): Clip => new Clip($id, $id, 0, max(1, min(Bounds::LAST_TICK, $conductor->meters->nextBarLine($ends[$id])))),
            array_combine(array_keys($ends), array_keys($ends)),
        );

        return Song::of($conductor, array_values($tracks), array_values($clips), $contents, $nextId, new Layout($this->file->format, $bare, $this->file->chunks));
    }

    /** @return array{Points, Rest} the points of a track, and its other events but those of the conductor */
    private function apart(SmfTrack $track, int $number, bool $withPoints): array
    {
        $columns = ['start' => [], 'kind' => [], 'number' => [], 'value' => [], 'channel' => [], 'rank' => []];
        $ticks = $events = $ranks = [];
        $conducts = $this->file->format !== 2 || $number === 0;
        foreach ($track->events as $rank => $event) {
            $tick = $track->ticks[$rank];
            $point = $withPoints ? PointCodec::read($event) : null;
            if ($point !== null) {
                foreach (['start' => $tick, 'rank' => $rank] + $point as $name => $value) {
                    $columns[$name][] = $value;
                }

                continue;
            }
            $conducting = $conducts ? ConductorCodec::read($tick, $event, $number, $rank) : null;
            if ($conducting !== null && ConductorCodec::write($conducting) === $event) {
                if ($this->room->take($conducting)) {
                    $this->events[] = $conducting;

                    continue;
                }
                $this->left[$conducting->kind->value] = ($this->left[$conducting->kind->value] ?? 0) + 1;
            }
            $ticks[] = $tick;
            $events[] = $event;
            $ranks[] = $rank;
        }

        return [$columns['start'] === [] ? Points::none() : Points::of($columns), new Rest($ticks, $events, $ranks, $track->end)];
    }

    /** @return array<int, SmfTrack> the tracks with notes, or the last one where there are no notes at all */
    private function playable(): array
    {
        if ($this->numbers !== null) {
            return array_intersect_key($this->file->tracks, array_flip($this->numbers));
        }
        $last = count($this->file->tracks) - 1;

        return $this->file->tracksWithNotes() ?: [$last => $this->file->tracks[$last]];
    }
}
