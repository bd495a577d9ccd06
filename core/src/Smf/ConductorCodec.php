<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Time\Meter;

/** Events of the conductor as meta events of a Standard MIDI File, and back. What cannot be read is left as it is. */
final class ConductorCodec
{
    /** Keys by the number of sharps, from seven flats to seven sharps. */
    private const MAJORS = ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'];

    private const MINORS = ['Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#'];

    /**
     * The head of a chord name: a sequencer-specific event under the number for everybody's own use (7D), for MIDI has
     * none for chords.
     */
    private const CHORD = "\x7DJactonic chord ";

    /** The head of the name of a key that a signature cannot say. */
    private const KEY = "\x7DJactonic key ";

    /**
     * How many sharps a scale has less than the major one on its root; others are written as the major or minor they
     * hold.
     */
    private const FEWER_SHARPS = ['lydian' => -1, 'mixolydian' => 1, 'dorian' => 2, 'phrygian' => 4, 'locrian' => 5];

    /** An event of the conductor; null where the bytes are none. */
    public static function read(int $tick, string $event, int $home, int $rank): ?ConductorEvent
    {
        if ($event[0] !== "\xFF") {
            return null;
        }
        try {
            return match (ord($event[1] ?? "\0")) {
                Meta::Tempo->value => self::tempo($tick, (string) Meta::Tempo->dataOf($event), $home, $rank),
                Meta::TimeSignature->value => self::meter(
                    $tick, (string) Meta::TimeSignature->dataOf($event), $home, $rank,
                ),
                Meta::KeySignature->value => self::key(
                    $tick, (string) Meta::KeySignature->dataOf($event), $home, $rank,
                ),
                Meta::SequencerSpecific->value => self::chord(
                    $tick, (string) Meta::SequencerSpecific->dataOf($event), $home, $rank,
                ),
                Meta::Marker->value => ConductorEvent::of(
                    ConductorKind::Marker, $tick, (string) Meta::Marker->dataOf($event), $home, $rank,
                ),
                default => null,
            };
        } catch (BadInput) {
            return null;
        }
    }

    /** The bytes of a whole meta event. */
    public static function write(ConductorEvent $event): string
    {
        return match ($event->kind) {
            ConductorKind::Tempo => Meta::Tempo->event(substr(pack('N', $event->micros()), 1)),
            ConductorKind::Meter => Meta::TimeSignature->event(self::meterBytes($event->value)),
            ConductorKind::Key => Meta::KeySignature->event(self::keyBytes(Scale::parse($event->value))),
            ConductorKind::Chord => Meta::SequencerSpecific->event(self::CHORD.$event->value),
            ConductorKind::Marker => Meta::Marker->event($event->value),
        };
    }

    private static function tempo(int $tick, string $data, int $home, int $rank): ?ConductorEvent
    {
        return strlen($data) !== 3 || $data === "\0\0\0" ? null : ConductorEvent::of(
            ConductorKind::Tempo, $tick, (string) (ord($data[0]) << 16 | ord($data[1]) << 8 | ord($data[2])), $home,
            $rank,
        );
    }

    private static function chord(int $tick, string $data, int $home, int $rank): ?ConductorEvent
    {
        return str_starts_with($data, self::CHORD)
            ? ConductorEvent::of(ConductorKind::Chord, $tick, substr($data, strlen(self::CHORD)), $home, $rank)
            : null;
    }

    private static function meter(int $tick, string $data, int $home, int $rank): ?ConductorEvent
    {
        if (strlen($data) !== 4 || ord($data[1]) > 7) {
            return null;
        }
        $meter = Meter::of(ord($data[0]), 2 ** ord($data[1]));

        return ConductorEvent::of(
            ConductorKind::Meter, $tick, "{$meter} ".ord($data[2]).' '.ord($data[3]), $home, $rank,
        );
    }

    private static function meterBytes(string $value): string
    {
        [$meter, $clocks, $parts] = explode(' ', $value) + [1 => '24', 2 => '8'];
        $read = Meter::parse($meter);

        return chr($read->numerator).chr(
            (int) log($read->denominator, 2),
        ).chr((int) $clocks & 255).chr((int) $parts & 255);
    }

    private static function key(int $tick, string $data, int $home, int $rank): ?ConductorEvent
    {
        $sharps = ord($data[0] ?? "\x80");
        $sharps = $sharps > 127 ? $sharps - 256 : $sharps;
        $minor = ord($data[1] ?? "\xFF");
        if (strlen($data) !== 2 || abs($sharps) > 7 || $minor > 1) {
            return null;
        }

        return ConductorEvent::of(
            ConductorKind::Key, $tick,
            $minor === 1 ? self::MINORS[$sharps + 7].' minor' : self::MAJORS[$sharps + 7].' major', $home, $rank,
        );
    }

    /** What says the name of a key behind its signature; null where the signature says all of it. */
    public static function keyName(ConductorEvent $event): ?string
    {
        return $event->kind !== ConductorKind::Key || self::read(0, self::write($event), 0, 0)?->value === $event->value
            ? null
            : Meta::SequencerSpecific->event(self::KEY.$event->value);
    }

    /**
     * A key with the name that is said behind its signature; null where nothing is said of it, or something else than
     * the signature.
     */
    public static function named(?ConductorEvent $key, int $tick, string $event): ?ConductorEvent
    {
        $data = (string) Meta::SequencerSpecific->dataOf($event);
        if (
            $key === null
            || $key->kind !== ConductorKind::Key
            || $key->tick !== $tick
            || ! str_starts_with($data, self::KEY)
        ) {
            return null;
        }
        try {
            $named = ConductorEvent::of(
                ConductorKind::Key, $tick, substr($data, strlen(self::KEY)), $key->home, $key->rank,
            );
        } catch (BadInput) {
            return null;
        }

        return self::write($named) === self::write($key) && self::keyName($named) === $event ? $named : null;
    }

    /** The signature of a key: sharps, or flats below 0. */
    public static function signature(Scale $key): int
    {
        $sharps = ord(self::keyBytes($key)[0]);

        return $sharps > 127 ? $sharps - 256 : $sharps;
    }

    /**
     * A MIDI file knows majors and minors only: a mode is written as the major with its notes, others as the nearest of
     * the two.
     */
    private static function keyBytes(Scale $key): string
    {
        [$root, $shape] = explode(' ', (string) $key, 2);
        $isMinor = ! isset(self::FEWER_SHARPS[$shape]) && in_array(3, $key->steps, true)
            && ! in_array(4, $key->steps, true);
        $sharps = array_search($root, $isMinor ? self::MINORS : self::MAJORS, true);
        if ($sharps === false) {
            // Such as A# major: the other name of the root has a signature.
            $sharps = (7 * ($isMinor ? $key->root + 3 : $key->root)) % 12;
            $sharps = ($sharps > 6 ? $sharps - 12 : $sharps) + 7;
        }
        $sharps = $sharps - 7 - (self::FEWER_SHARPS[$shape] ?? 0);
        $sharps = match (true) {
            $sharps < -7 => $sharps + 12,
            $sharps > 7 => $sharps - 12,
            default => $sharps,
        };

        return chr($sharps & 255).chr($isMinor ? 1 : 0);
    }
}
