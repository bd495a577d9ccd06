<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Time\Bounds;

/**
 * Reads the events of one track chunk, and pairs note-ons with note-offs: overlapping notes of one pitch and channel
 * first in, first out.
 */
final class TrackReader
{
    /** How many events were read. */
    public int $events = 0;

    /** How many bytes of them are kept as they are. */
    public int $keptBytes = 0;

    /** @var array<string, int> what was wrong, and how often */
    private array $problems = [];

    /** @var array<string, array<int, int>> */
    private array $notes = [
        'start' => [], 'length' => [], 'pitch' => [], 'velocity' => [], 'release' => [], 'channel' => [],
    ];

    /** @var array<int, array<int, int>> places of sounding notes by channel and pitch */
    private array $sounding = [];

    /** @var array<int, int> how many of them have ended */
    private array $ended = [];

    /** @param  int  $most  how many events may still be read */
    public function __construct(
        private readonly string $bytes,
        private int $at,
        private readonly int $end,
        private readonly int $most,
    ) {
    }

    /** @throws NotMidi where there are more events than a song can hold */
    public function track(): SmfTrack
    {
        $bytes = $this->bytes;
        $at = $this->at;
        $end = $this->end;
        $ticks = [];
        $others = [];
        $tick = 0;
        $running = 0;
        $finished = false;
        $resume = false;
        $left = $this->most;

        while ($at < $end) {
            if ($resume) {
                $resume = false;
            } else {
                $byte = \ord($bytes[$at++]);
                if ($byte > 127) {
                    $delta = $byte & 127;
                    for ($more = 0; $byte > 127 && $more < 3 && $at < $end; $more++) {
                        $byte = \ord($bytes[$at++]);
                        $delta = $delta << 7 | $byte & 127;
                    }
                    $byte = $delta;
                }
                if ($tick + $byte > Bounds::LAST_TICK) {
                    $this->say('it runs past the last tick a song can hold; the rest was left out');
                    break;
                }
                $tick += $byte;
                if ($at >= $end) {
                    break;
                }
            }
            if (--$left < 0) {
                throw new NotMidi(
                    'The file has more than '.number_format(SmfLimits::EVENTS)
                        .' events, which is more than a song can hold.',
                );
            }

            $status = \ord($bytes[$at]);
            if ($status < 0x80) {
                if ($running === 0) {
                    $isFound = preg_match('/[\x80-\xFF]/', $bytes, $found, PREG_OFFSET_CAPTURE, $at) === 1;
                    $stray = min($end, $isFound ? $found[0][1] : $end) - $at;
                    $this->say('stray bytes were passed over', $stray);
                    $at += $stray;
                    $resume = true;

                    continue;
                }
                $status = $running;
            } else {
                $at++;
            }

            if ($status < 0xF0) {
                $running = $status;
                $data = $status >= 0xC0 && $status < 0xE0 ? 1 : 2;
                if ($at + $data > $end) {
                    break;
                }
                $first = \ord($bytes[$at]);
                $second = $data === 2 ? \ord($bytes[$at + 1]) : 0;
                if (($first | $second) > 127) {
                    $this->say('stray bytes were passed over');
                    $at += $first > 127 ? 0 : 1;
                    $resume = true;

                    continue;
                }
                $at += $data;
                if ($status >= 0xA0) {
                    $ticks[] = $tick;
                    $others[] = $data === 2 ? \chr($status).\chr($first).\chr($second) : \chr($status).\chr($first);
                } elseif ($status >= 0x90 && $second > 0) {
                    $this->noteOn($tick, $status & 15, $first, $second);
                } else {
                    $this->noteOff($tick, $status & 15, $first, $status < 0x90 ? $second : 64);
                }

                continue;
            }

            if ($status !== 0xFF && $status !== 0xF0 && $status !== 0xF7) {
                $this->say('stray bytes were passed over');

                continue;
            }
            $from = $at - 1;
            $at += $status === 0xFF ? 1 : 0;
            $length = 0;
            for ($more = 0; $more < 4; $more++) {
                if ($at >= $end) {
                    break 2;
                }
                $byte = \ord($bytes[$at++]);
                $length = $length << 7 | $byte & 127;
                if ($byte < 128) {
                    break;
                }
            }
            if ($status === 0xFF && \ord($bytes[$from + 1]) === 0x2F) {
                $finished = true;
                break;
            }
            if ($at + $length > $end) {
                $this->say('its last event is cut off and was left out');
                $at = $end;
                break;
            }
            $at += $length;
            $ticks[] = $tick;
            $others[] = substr($bytes, $from, $at - $from);
            $this->keptBytes += $at - $from;
        }

        if (! $finished) {
            $this->say('it has no end; taken to end with its last event');
        } elseif ($at < $end) {
            $this->say('stray bytes after its end were passed over', $end - $at);
        }
        $this->events = $this->most - $left;
        $this->closeNotes($tick);

        return new SmfTrack(Notes::of($this->notes), $ticks, $others, $tick);
    }

    /** @return list<string> what was wrong with the track */
    public function problems(): array
    {
        $problems = [];
        foreach ($this->problems as $problem => $times) {
            $problems[] = $times > 1 ? "{$problem} ({$times})." : "{$problem}.";
        }

        return $problems;
    }

    private function noteOn(int $tick, int $channel, int $pitch, int $velocity): void
    {
        if ($tick >= Bounds::LAST_TICK) {
            // It would end behind the last tick, and no clip reaches there.
            $this->say('notes on the last tick a song can hold were left out');

            return;
        }
        $this->sounding[$channel << 7 | $pitch][] = \count($this->notes['start']);
        $this->notes['start'][] = $tick;
        $this->notes['length'][] = 0;
        $this->notes['pitch'][] = $pitch;
        $this->notes['velocity'][] = $velocity;
        $this->notes['release'][] = 64;
        $this->notes['channel'][] = $channel;
    }

    private function noteOff(int $tick, int $channel, int $pitch, int $release): void
    {
        $voice = $channel << 7 | $pitch;
        $ended = $this->ended[$voice] ?? 0;
        $place = $this->sounding[$voice][$ended] ?? null;
        if ($place === null) {
            $this->say('note-offs without a note were passed over');

            return;
        }
        $this->ended[$voice] = $ended + 1;
        $length = $tick - $this->notes['start'][$place];
        if ($length === 0) {
            $this->say('notes without a length were made 1 tick long');
            $length = 1;
        }
        $this->notes['length'][$place] = $length;
        $this->notes['release'][$place] = $release;
    }

    private function closeNotes(int $tick): void
    {
        foreach ($this->notes['length'] as $place => $length) {
            if ($length === 0) {
                $this->notes['length'][$place] = max(1, $tick - $this->notes['start'][$place]);
                $this->say('notes that never ended were closed at its end');
            }
        }
    }

    private function say(string $problem, int $times = 1): void
    {
        $this->problems[$problem] = ($this->problems[$problem] ?? 0) + $times;
    }
}
