<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\TempoMap;

/** A Standard MIDI File: its tracks, and what its events say about time. */
final readonly class SmfFile
{
    /**
     * @param  int  $format  0 one track, 1 tracks together, 2 tracks by themselves
     * @param  int  $ppq  ticks in a quarter note, 1 to 32767
     * @param  list<SmfTrack>  $tracks
     * @param  list<array{int, string}>  $chunks  chunks of other kinds as bytes, with the number of tracks before each
     * @param  list<string>  $problems  what was wrong with the file, in sentences
     */
    public function __construct(
        public int $format,
        public int $ppq,
        public array $tracks,
        public array $chunks = [],
        public array $problems = [],
    ) {
    }

    /** @throws NotMidi where the bytes are no MIDI file */
    public static function read(string $bytes): self
    {
        return (new SmfReader($bytes))->file();
    }

    public function write(): string
    {
        return SmfWriter::bytes($this);
    }

    /**
     * The file with other notes in some of its tracks.
     *
     * @param  array<int, Notes>  $notes  by the number of the track, from 0
     */
    public function withNotes(array $notes): self
    {
        $tracks = $this->tracks;
        foreach ($notes as $number => $trackNotes) {
            $tracks[$number] = $tracks[$number]->withNotes($trackNotes);
        }

        return $this->withTracks($tracks);
    }

    /** @param  array<int, SmfTrack>  $tracks */
    public function withTracks(array $tracks): self
    {
        return new self($this->format, $this->ppq, array_values($tracks), $this->chunks, $this->problems);
    }

    /** Everything but the notes. */
    public function frame(): self
    {
        return $this->withNotes(array_fill(0, count($this->tracks), Notes::none()));
    }

    /** @return array<int, SmfTrack> the tracks that have notes, by their number from 0 */
    public function tracksWithNotes(): array
    {
        return array_filter($this->tracks, static fn (SmfTrack $track): bool => $track->notes->count() > 0);
    }

    public function tempoMap(): TempoMap
    {
        return TempoMap::of($this->ppq, $this->tempos());
    }

    public function meterMap(): MeterMap
    {
        $changes = [];
        foreach ($this->metas(Meta::TimeSignature) as [$tick, $data]) {
            try {
                $changes[$tick] = Meter::of(ord($data[0] ?? "\0"), 2 ** min(30, ord($data[1] ?? "\0")));
            } catch (BadInput) {
                continue;
            }
        }

        return MeterMap::of($this->ppq, $changes);
    }

    /** The first key signature, such as “D minor”; null where there is none. */
    public function key(): ?string
    {
        $majors = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];
        $minors = ['Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#'];
        foreach ($this->metas(Meta::KeySignature) as [, $data]) {
            $sharps = ord($data[0] ?? "\x80");
            $sharps = $sharps > 127 ? $sharps - 256 : $sharps;
            if ($sharps >= -7 && $sharps <= 7) {
                return ord($data[1] ?? "\0") === 1 ? $minors[$sharps + 7].' minor' : $majors[$sharps + 7].' major';
            }
        }

        return null;
    }

    /** The file with its tempo at the start set to beats (quarter notes) a minute, and later tempos in proportion. */
    public function withTempo(float $quartersPerMinute): self
    {
        $tempos = $this->tempos() + [0 => TempoMap::DEFAULT_TEMPO];
        $factor = 60_000_000 / $quartersPerMinute / $tempos[0];
        ksort($tempos);
        $data = array_map(
            static fn (int $tempo): string => substr(pack('N', max(1, min(0xFFFFFF, (int) round($tempo * $factor)))), 1),
            $tempos,
        );
        $tracks = array_map(static fn (SmfTrack $track): SmfTrack => $track->withoutMetas(Meta::Tempo), $this->tracks);
        if ($tracks !== []) {
            $tracks[0] = $tracks[0]->withMetas(Meta::Tempo, $data);
        }

        return $this->withTracks($tracks);
    }

    /** A file whose times are multiplied by a fraction, its tempo events left out. */
    public function rescaled(int $dividend, int $divisor, int $ppq): self
    {
        $scale = static fn (int $tick): int => Rounding::quotient($tick * $dividend, $divisor);
        $tracks = array_map(static function (SmfTrack $track) use ($scale): SmfTrack {
            $columns = $track->notes->columns();
            foreach ($columns['start'] as $i => $start) {
                $end = $scale($start + $columns['length'][$i]);
                $columns['start'][$i] = $scale($start);
                $columns['length'][$i] = max(1, $end - $columns['start'][$i]);
            }

            return (new SmfTrack(Notes::of($columns), array_map($scale, $track->ticks), $track->events, $scale($track->end)))->withoutMetas(Meta::Tempo);
        }, $this->tracks);

        return new self($this->format, $ppq, $tracks, $this->chunks, $this->problems);
    }

    /** @return array<int, int> µs a quarter note by tick */
    private function tempos(): array
    {
        $tempos = [];
        foreach ($this->metas(Meta::Tempo) as [$tick, $data]) {
            if (strlen($data) === 3 && $data !== "\0\0\0") {
                $tempos[$tick] = ord($data[0]) << 16 | ord($data[1]) << 8 | ord($data[2]);
            }
        }

        return $tempos;
    }

    /** @return iterable<array{int, string}> tick and data, over the tracks that share one time */
    private function metas(Meta $meta): iterable
    {
        foreach ($this->format === 2 ? array_slice($this->tracks, 0, 1) : $this->tracks as $track) {
            yield from $track->metas($meta);
        }
    }
}
