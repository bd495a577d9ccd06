<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * 10,000 mutated files: whatever the bytes, they are read or refused, and what was read can be written and read again.
 */
final class FuzzTest extends TestCase
{
    private const FILES = 10_000;

    public function test_no_input_breaks_the_reader(): void
    {
        $random = new Randomizer(new Mt19937(92));
        $seeds = [$this->song(1), $this->song(0), $this->song(2)];
        $read = 0;
        for ($k = 0; $k < self::FILES; $k++) {
            $bytes = $this->mutated($seeds[$k % 3], $random);
            try {
                $file = SmfFile::read($bytes);
            } catch (NotMidi) {
                continue;
            }
            $read++;
            $again = SmfFile::read($file->write());
            foreach ($file->tracks as $number => $track) {
                self::assertSame($track->notes->count(), $again->tracks[$number]->notes->count());
                self::assertSame($track->events, $again->tracks[$number]->events);
            }
            $song = $file->song();
            self::assertSame(
                bin2hex($file->write()), bin2hex(SmfFile::of($song)->write()), "file {$k} taken apart and put together",
            );
            self::assertGreaterThanOrEqual(0.0, $song->conductor->tempo->secondsAt($track->end ?? 0));
            self::assertGreaterThanOrEqual(0, $song->conductor->meters->barAt($track->end ?? 0));
        }
        self::assertGreaterThan(self::FILES / 2, $read, 'most of them can be read in part');
    }

    private function song(int $format): string
    {
        $rows = [];
        for ($k = 0; $k < 12; $k++) {
            $rows[] = ['start' => $k * 60, 'length' => 50 + $k, 'pitch' => 60 + $k % 5, 'velocity' => 40 + $k];
        }
        $track = new SmfTrack(
            Notes::fromRows($rows), [0, 0, 100, 200],
            ["\xFF\x51\x03\x07\xA1\x20", "\xFF\x58\x04\x07\x03\x18\x08", "\xB0\x07\x40", "\xF0\x03\x01\x02\xF7"], 2000,
        );

        return (new SmfFile($format, 96, $format === 0 ? [$track] : [$track, $track]))->write();
    }

    private function mutated(string $bytes, Randomizer $random): string
    {
        for ($times = $random->getInt(1, 6); $times > 0; $times--) {
            $at = $random->getInt(0, max(0, strlen($bytes) - 1));
            $bytes = match ($random->getInt(0, 4)) {
                0 => substr_replace($bytes, chr($random->getInt(0, 255)), $at, 1),
                1 => substr_replace($bytes, $random->getBytes($random->getInt(1, 5)), $at, 0),
                2 => substr_replace($bytes, '', $at, $random->getInt(1, 9)),
                3 => $at > 20 ? substr($bytes, 0, $at) : $bytes,
                default => substr_replace(
                    $bytes, substr($bytes, $random->getInt(0, $at), $random->getInt(1, 40)), $at, 0,
                ),
            };
        }

        return $bytes;
    }
}
