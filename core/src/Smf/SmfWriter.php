<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/**
 * Writes a Standard MIDI File (RP-001), without running status so that every reader takes it.
 *
 * At one tick notes end first, then come the other events in their order, then notes begin: a program change before
 * the note it is for, and a repeated note after its forerunner. Muted notes are left out: what goes out is what is
 * heard.
 */
final class SmfWriter
{
    private const PLACE_BITS = 24;

    private const OFF = 0;

    private const OTHER = 1;

    private const ON = 2;

    public static function bytes(SmfFile $file): string
    {
        $body = '';
        $before = $last = [];
        foreach ($file->chunks as [$after, $bytes]) {
            if ($after < count($file->tracks)) {
                $before[$after][] = $bytes;
            } else {
                $last[] = $bytes;
            }
        }
        foreach ($file->tracks as $number => $track) {
            $body .= implode('', $before[$number] ?? []);
            $events = self::events($track);
            $body .= 'MTrk'.pack('N', strlen($events)).$events;
        }
        $body .= implode('', $last);

        return 'MThd'.pack('Nnnn', 6, $file->format, count($file->tracks), $file->ppq).$body;
    }

    private static function events(SmfTrack $track): string
    {
        $notes = $track->notes;
        $order = [];
        foreach ($notes->start as $i => $start) {
            if ($notes->muted[$i] === 0) {
                $order[] = ($start << 2 | self::ON) << self::PLACE_BITS | $i;
                $order[] = ($start + $notes->length[$i] << 2 | self::OFF) << self::PLACE_BITS | $i;
            }
        }
        foreach ($track->ticks as $k => $tick) {
            $order[] = ($tick << 2 | self::OTHER) << self::PLACE_BITS | $k;
        }
        sort($order);

        $bytes = '';
        $now = 0;
        $mask = (1 << self::PLACE_BITS) - 1;
        foreach ($order as $key) {
            $place = $key & $mask;
            $key >>= self::PLACE_BITS;
            $tick = $key >> 2;
            $delta = $tick - $now;
            $now = $tick;
            if ($delta > VariableLength::LARGEST) {
                [$bytes, $delta] = self::passing($bytes, $delta);
            }
            $bytes .= $delta < 128 ? \chr($delta) : VariableLength::write($delta);
            $bytes .= match ($key & 3) {
                self::ON => \chr(
                    0x90 | $notes->channel[$place],
                ).\chr($notes->pitch[$place]).\chr($notes->velocity[$place]),
                self::OFF => \chr(
                    0x80 | $notes->channel[$place],
                ).\chr($notes->pitch[$place]).\chr($notes->release[$place]),
                default => $track->events[$place],
            };
        }

        [$bytes, $delta] = self::passing($bytes, max(0, $track->end - $now));

        return $bytes.VariableLength::write($delta)."\xFF\x2F\x00";
    }

    /**
     * Passes time in steps a file can write, each with an empty text.
     *
     * @return array{string, int} the bytes, and the time that is left to pass
     */
    private static function passing(string $bytes, int $delta): array
    {
        for (; $delta > VariableLength::LARGEST; $delta -= VariableLength::LARGEST) {
            $bytes .= VariableLength::write(VariableLength::LARGEST)."\xFF\x01\x00";
        }

        return [$bytes, $delta];
    }
}
