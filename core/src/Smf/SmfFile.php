<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Rounding;

/** A Standard MIDI File, as its tracks of notes and events. */
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

    /** @return array<int, SmfTrack> the tracks that have notes, by their number from 0 */
    public function tracksWithNotes(): array
    {
        return array_filter($this->tracks, static fn (SmfTrack $track): bool => $track->notes->count() > 0);
    }

    /**
     * The file taken apart.
     *
     * @throws NotMidi where it is more than a song can hold
     */
    public function song(): Song
    {
        return (new SongImport($this))->song();
    }

    /** A song put together as a file. */
    public static function of(Song $song, ChordsAs $chords = ChordsAs::Names, CurvesAs $curves = CurvesAs::Mpe): self
    {
        return (new SongExport($song, $chords, $curves))->file();
    }

    /**
     * A file whose times are multiplied by a fraction, its tempo events left out; what then lies past the last tick is
     * left out.
     */
    public function rescaled(int $dividend, int $divisor, int $ppq): self
    {
        $scale = static fn (int $tick): int => Rounding::quotient($tick * $dividend, $divisor);
        $last = Bounds::LAST_TICK - 1;
        $cut = 0;
        $tracks = array_map(static function (SmfTrack $track) use ($scale, $last, &$cut): SmfTrack {
            if ($scale($track->end) > $last) {
                $there = $track->before(static fn (int $tick): bool => $scale($tick) < $last);
                $cut++;
                $track = $there;
            }
            $columns = $track->notes->columns();
            foreach ($columns['start'] as $i => $start) {
                $end = min($last, $scale($start + $columns['length'][$i]));
                $columns['start'][$i] = $scale($start);
                $columns['length'][$i] = max(1, $end - $columns['start'][$i]);
            }

            return (new SmfTrack(
                Notes::of($columns),
                array_map($scale, $track->ticks),
                $track->events,
                min($last, $scale($track->end)),
            ))->withoutMetas(Meta::Tempo);
        }, $this->tracks);
        $problems = $cut === 0
            ? $this->problems
            : [
                ...$this->problems,
                "{$cut} of its tracks run past the last tick a song can hold; the rest of them was left out.",
            ];

        return new self($this->format, $ppq, $tracks, $this->chunks, $problems);
    }
}
