<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\Points;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\ConductorRoom;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\Layout;
use Jactonic\Core\Song\Rest;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\MeterMap;

/**
 * Takes a file apart into a song: each track with notes becomes a track with one clip of notes and points, or with the
 * clips that it had here; tempos, meters, keys and markers become the conductor's; all other events stay as they are.
 * Nothing is lost.
 */
final class SongImport
{
    /** @var list<ConductorEvent> */
    private array $events = [];

    private ConductorRoom $room;

    /** @var array<string, int> events of the conductor that found no room, by kind */
    private array $left = [];

    /**
     * @param  list<int>|null  $numbers  which tracks of the file become tracks, from 0; those with notes where left out
     */
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
            $problems[] = number_format($count)
                ." more events of the kind {$kind} than a song can hold were left as they are: they go out again, and "
                .'hold for nothing here.';
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
            throw new NotMidi(
                'The file has '.number_format(count($playable)).' tracks with notes; a song has at most '
                    .Song::MOST_TRACKS.'. Split it, or join tracks.',
            );
        }
        $tracks = $parts = $marks = $bare = $ends = [];
        $nextId = 1;
        foreach ($this->file->tracks as $number => $smfTrack) {
            $isTrack = isset($playable[$number]);
            $id = count($tracks) + 1;
            [$points, $rest, $marks[$id], $techniques] = $this->apart($smfTrack, $number, $isTrack);
            if (! $isTrack) {
                $bare[$number] = $rest;

                continue;
            }
            $isZone = Mpe::isZone($points);
            $channel = $isZone ? $techniques->channel ?? 0 : $smfTrack->notes->channel[0] ?? 0;
            $tracks[$id] = new Track(
                $id, $id - 1, mb_substr($smfTrack->name() ?: 'Track '.($number + 1), 0, Track::LONGEST_NAME),
                ($id - 1) % Track::COLOURS + 1,
                SuitingVoice::of($smfTrack, $isZone ? 0 : $channel), $channel, home: $number, rest: $rest,
            );
            $tracks[$id] = self::playing($tracks[$id], $smfTrack, $isZone);
            $notes = $smfTrack->notes->id === []
                ? $smfTrack->notes
                : $smfTrack->notes->with(['id' => range($nextId, $nextId + $smfTrack->notes->count() - 1)]);
            $nextId += $notes->count();
            $points = $points->id === []
                ? $points
                : $points->with(['id' => range($nextId, $nextId + $points->count() - 1)]);
            $nextId += $points->count();
            $parts[$id] = Mpe::gathered(new ClipContent($notes, $points), $channel);
            $nextId = max($nextId, $parts[$id]->highestId() + 1);
            if ($techniques !== null) {
                $parts[$id] = $techniques->written($parts[$id], $tracks[$id], $this->file->ppq, $isZone);
                $tracks[$id] = $techniques->track($tracks[$id]);
            }
            $ends[$id] = $smfTrack->end;
        }
        $conductor = Conductor::of($this->file->ppq, $this->events);
        $clips = $contents = [];
        foreach ($parts as $track => $content) {
            foreach (self::cut($content, $marks[$track], $ends[$track], $conductor->meters) as [$clip, $part]) {
                $id = count($clips) + 1;
                $clips[$id] = $clip->with(['id' => $id, 'track' => $track]);
                $contents[$id] = $part;
            }
        }
        if ($clips === [] && $tracks !== []) {
            $clips[1] = new Clip(
                1, array_key_first($tracks), 0, self::lengthOf(ClipContent::none(), 0, $conductor->meters),
            );
        }
        if (count($clips) > Song::MOST_CLIPS) {
            throw new NotMidi(
                'The file tells of '.number_format(count($clips)).' clips; a song has at most '
                    .number_format(Song::MOST_CLIPS).'.',
            );
        }

        $events = array_sum(array_map(static fn (ClipContent $content): int => $content->events(), $contents));
        if ($events > Song::MOST_EVENTS) {
            throw new NotMidi(
                'The file makes '.number_format($events).' events, each note counted with its end; a song has at most '
                    .number_format(Song::MOST_EVENTS).', so that it can be exported again. Split it.',
            );
        }

        return Song::of(
            $conductor, array_values($tracks), array_values($clips), $contents, $nextId,
            new Layout($this->file->format, $bare, $this->file->chunks),
        );
    }

    /** The track with the instrument that its file says before its first note; as it is where that says none. */
    private static function playing(Track $track, SmfTrack $from, bool $isZone): Track
    {
        $number = [0, 0];
        $program = null;
        foreach ($from->events as $k => $event) {
            if ($from->ticks[$k] > ($from->notes->start[0] ?? 0)) {
                break;
            }
            [$status, $first, $second] = [ord($event[0]), ord($event[1] ?? "\0"), ord($event[2] ?? "\0")];
            if (! $isZone && ($status & 0x0F) !== $track->channel) {
                continue;
            }
            if (($status & 0xF0) === 0xB0 && ($first === 0 || $first === 32)) {
                $number[$first >> 5] = $second;
            } elseif (($status & 0xF0) === 0xC0) {
                $program = $first;
            }
        }

        return $program === null ? $track : $track->with(['instrument' => (string) new Instrument(
            $program, $track->isDrums() ? 0 : $number[0] << 7 | $number[1], $track->isDrums(),
        )]);
    }

    /** How many ticks the clip of a track lasts that has no marks: to the bar line behind all that is in it. */
    public static function lengthOf(ClipContent $content, int $end, MeterMap $meters): int
    {
        return max(
            1,
            min(
                Bounds::LAST_TICK,
                $meters->nextBarLine(max([
                    0, $end - 1, $content->notes->end() - 1, ...array_slice($content->points->start, -1),
                ])),
            ),
        );
    }

    /**
     * @param  list<ClipMark>|null  $marks  null where it is said that there is no clip
     * @return list<array{Clip, ClipContent}>
     */
    private static function cut(ClipContent $content, ?array $marks, int $end, MeterMap $meters): array
    {
        if ($marks === null && $content->notes->id === [] && $content->points->id === []) {
            return [];
        }

        return $marks === null || $marks === []
            ? [[new Clip(0, 0, 0, self::lengthOf($content, $end, $meters)), $content]]
            : ClipCutter::cut($content, $marks, $meters);
    }

    /**
     * @return array{Points, Rest, list<ClipMark>|null, TechniqueMark|null} the points of a track, its other events but
     *     those of the conductor, its clips, null where it says that it has none, and what it says of techniques
     */
    private function apart(SmfTrack $track, int $number, bool $withPoints): array
    {
        $columns = ['start' => [], 'kind' => [], 'number' => [], 'value' => [], 'channel' => [], 'rank' => []];
        $ticks = $events = $ranks = $marks = [];
        $conducts = $this->file->format !== 2 || $number === 0;
        $chord = [-1, ''];
        $techniques = null;
        $isMarked = false;
        foreach ($track->events as $rank => $event) {
            $tick = $track->ticks[$rank];
            $point = $withPoints ? PointCodec::read($event) : null;
            if ($point !== null) {
                foreach (['start' => $tick, 'rank' => $rank] + $point as $name => $value) {
                    $columns[$name][] = $value;
                }

                continue;
            }
            $mark = $withPoints ? ClipMark::read($tick, $event, $this->file->ppq) : null;
            if ($mark !== null) {
                $marks[] = $mark;

                continue;
            }
            if ($withPoints && TrackMark::isOne($event)) {
                $isMarked = true;

                continue;
            }
            $told = $withPoints && $techniques === null ? TechniqueMark::read($event, $this->file->ppq) : null;
            if ($told !== null) {
                $techniques = $told;

                continue;
            }
            $key = $conducts ? ConductorCodec::named(end($this->events) ?: null, $tick, $event) : null;
            if ($key !== null) {
                array_pop($this->events);
                $this->events[] = $key;

                continue;
            }
            $conducting = $conducts ? ConductorCodec::read($tick, $event, $number, $rank) : null;
            if ($conducting !== null && ConductorCodec::write($conducting) === $event) {
                // The same said in words for other programs, right behind the name of a chord.
                if ($conducting->kind === ConductorKind::Marker && $chord === [$tick, $conducting->value]) {
                    continue;
                }
                if ($this->room->take($conducting)) {
                    $this->events[] = $conducting;
                    $chord = $conducting->kind === ConductorKind::Chord ? [$tick, $conducting->value] : $chord;

                    continue;
                }
                $this->left[$conducting->kind->value] = ($this->left[$conducting->kind->value] ?? 0) + 1;
            }
            if ($chord === [$tick, ChordsAs::words($event)]) {
                continue;
            }
            $ticks[] = $tick;
            $events[] = $event;
            $ranks[] = $rank;
        }

        return [
            $columns['start'] === [] ? Points::none() : Points::of($columns),
            new Rest($ticks, $events, $ranks, $track->end), $isMarked && $marks === [] ? null : $marks, $techniques,
        ];
    }

    /**
     * @return array<int, SmfTrack> the tracks with notes or with a mark of ours, or the last one where there are none
     *     at all
     */
    private function playable(): array
    {
        if ($this->numbers !== null) {
            return array_intersect_key($this->file->tracks, array_flip($this->numbers));
        }
        $last = count($this->file->tracks) - 1;
        $playable = array_filter(
            $this->file->tracks, fn (SmfTrack $track): bool => $track->notes->count() > 0 || $this->isMarked($track),
        );

        return $playable ?: [$last => $this->file->tracks[$last]];
    }

    private function isMarked(SmfTrack $track): bool
    {
        foreach ($track->events as $k => $event) {
            if (TrackMark::isOne($event) || ClipMark::read($track->ticks[$k], $event, $this->file->ppq) !== null) {
                return true;
            }
        }

        return false;
    }
}
