<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Errors\NotMidi;

/**
 * Reads a Standard MIDI File (RP-001), types 0, 1 and 2, as far as it can be read.
 *
 * Damage is passed over and listed; only what is no MIDI file at all, or more than a song can hold, is refused.
 */
final class SmfReader
{
    private const FRAME_PPQ = 960;

    /** @var list<string> */
    private array $problems = [];

    private int $events = 0;

    private int $kept = 0;

    public function __construct(private readonly string $bytes)
    {
    }

    /** @throws NotMidi */
    public function file(): SmfFile
    {
        $at = strpos(substr($this->bytes, 0, 65536), 'MThd');
        if ($at === false || strlen($this->bytes) < $at + 14) {
            throw new NotMidi(
                $this->bytes === '' ? 'The file is empty.' : 'This is no MIDI file. Choose a '
                    .'Standard MIDI File (.mid).',
            );
        }
        if ($at > 0) {
            $this->problems[] = "{$at} stray bytes before the header were passed over.";
        }
        $length = $this->number($at + 4, 4);
        $format = $this->number($at + 8, 2);
        $announced = $this->number($at + 10, 2);
        $division = $this->number($at + 12, 2);
        if ($format > 2) {
            $this->problems[] = "The file says it is of type {$format}, which there is not; taken as type 1.";
            $format = 1;
        }

        [$tracks, $chunks] = $this->chunks($at + 8 + max(6, min($length, 1024)));
        if ($tracks === []) {
            throw new NotMidi('The file has a MIDI header but no track in it, so there is nothing to read.');
        }
        if (count($tracks) !== $announced) {
            $this->problems[] = "The header announces {$announced} tracks; there are ".count($tracks).'.';
        }

        return $this->timed($format, $division, $tracks, $chunks);
    }

    /**
     * @return array{list<SmfTrack>, list<array{int, string}>} the tracks, and chunks of other kinds
     */
    private function chunks(int $at): array
    {
        $tracks = [];
        $others = [];
        $size = strlen($this->bytes);
        while ($at + 8 <= $size) {
            $kind = substr($this->bytes, $at, 4);
            $length = $this->number($at + 4, 4);
            if (preg_match('/^[\x20-\x7E]{4}$/', $kind) !== 1) {
                $next = strpos($this->bytes, 'MTrk', $at + 1);
                $this->problems[] = ($next === false ? $size : $next) - $at
                    .' stray bytes between tracks were passed over.';
                if ($next === false) {
                    return [$tracks, $others];
                }
                $at = $next;

                continue;
            }
            $end = min($size, $at + 8 + $length);
            if (count($kind === 'MTrk' ? $tracks : $others) >= SmfLimits::CHUNKS) {
                throw new NotMidi(
                    'The file has more than '.number_format(SmfLimits::CHUNKS)
                        .($kind === 'MTrk' ? ' tracks' : ' chunks that are no tracks')
                        .', which is more than a song can hold. Split it, or join tracks.',
                );
            }
            if ($kind === 'MTrk') {
                $number = count($tracks) + 1;
                if ($end < $at + 8 + $length) {
                    $this->problems[] = "Track {$number} is cut off: ".($at + 8 + $length - $end).' bytes are missing.';
                }
                $reader = new TrackReader($this->bytes, $at + 8, $end, SmfLimits::EVENTS - $this->events);
                $tracks[] = $reader->track();
                $this->events += $reader->events;
                $this->keep($reader->keptBytes);
                foreach ($reader->problems() as $problem) {
                    $this->problems[] = "Track {$number}: {$problem}";
                }
            } else {
                $others[] = [count($tracks), substr($this->bytes, $at, $end - $at)];
                $this->keep($end - $at);
            }
            $at = $end;
        }
        if ($at < $size) {
            $this->problems[] = $size - $at.' stray bytes at the end were passed over.';
        }

        return [$tracks, $others];
    }

    /**
     * @param  list<SmfTrack>  $tracks
     * @param  list<array{int, string}>  $chunks
     */
    private function timed(int $format, int $division, array $tracks, array $chunks): SmfFile
    {
        if (count($this->problems) > SmfLimits::PROBLEMS) {
            $more = count($this->problems) - SmfLimits::PROBLEMS;
            $this->problems = [
                ...array_slice($this->problems, 0, SmfLimits::PROBLEMS), "And {$more} more of the kind.",
            ];
        }
        if ($division > 0 && $division < 0x8000) {
            return new SmfFile($format, $division, $tracks, $chunks, $this->problems);
        }
        $frames = 256 - ($division >> 8);
        $ticks = $division & 0xFF;
        if ($division === 0 || $ticks === 0 || ! in_array($frames, [24, 25, 29, 30], true)) {
            $this->problems[] = 'The header names no resolution that can be read; taken as '.self::FRAME_PPQ
                .' ticks a quarter note.';

            return new SmfFile($format, self::FRAME_PPQ, $tracks, $chunks, $this->problems);
        }
        $this->problems[] = "The times are counted in frames ({$frames} a second, {$ticks} ticks each); taken to "
            .self::FRAME_PPQ.' ticks a quarter note at 120 BPM.';
        $file = new SmfFile($format, self::FRAME_PPQ, $tracks, $chunks, $this->problems);
        // 960 ticks at 120 quarter notes a minute are 1920 ticks a second; 29 stands for 30000/1001 frames a second.
        [$perSecond, $parts] = $frames === 29 ? [30_000 * $ticks, 1_001] : [$frames * $ticks, 1];

        return $file->rescaled(1_920 * $parts, $perSecond, self::FRAME_PPQ);
    }

    /** @throws NotMidi where more is kept as it is than a song can hold */
    private function keep(int $bytes): void
    {
        $this->kept += $bytes;
        if ($this->kept > SmfLimits::KEPT_BYTES) {
            throw new NotMidi(
                'The file has more than '.intdiv(
                    SmfLimits::KEPT_BYTES, 1024 * 1024,
                ).' MB of texts and system exclusive data, which is more than a song can hold. Take some out.',
            );
        }
    }

    private function number(int $at, int $bytes): int
    {
        $value = 0;
        for ($i = 0; $i < $bytes; $i++) {
            $value = $value << 8 | ord($this->bytes[$at + $i]);
        }

        return $value;
    }
}
