<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Time\TickRange;

/**
 * What was played, as text: one message a line, with its seconds since the recording began.
 *
 * `0.512 on C3 96`, `0.75 off C3`, `1 control 64 127`, `1.2 bend -200`, `1.5 pressure 40`, `2 end`; what follows a
 * blank and a # is a remark. Without `end` it ends with its last message.
 */
final class PlayedText
{
    private const STATUS = ['on' => 0x90, 'off' => 0x80, 'control' => 0xB0, 'pressure' => 0xD0, 'bend' => 0xE0];

    /** @throws BadInput where a line is none, and which */
    public static function read(string $text, int $origin, ?TickRange $loop): Played
    {
        $events = [];
        $until = 0.0;
        foreach (explode("\n", $text) as $number => $line) {
            $line = trim((string) preg_replace('/(^|\s)#.*$/', '', $line));
            if ($line === '') {
                continue;
            }
            $words = preg_split('/\s+/', $line) ?: [];
            if (! is_numeric($words[0]) || (($words[1] ?? '') !== 'end' && ! isset(self::STATUS[$words[1] ?? '']))) {
                throw self::unreadable($number, $line);
            }
            $ms = 1000 * (float) $words[0];
            $until = max($until, $ms);
            if ($words[1] !== 'end') {
                $events[] = [$ms, self::STATUS[$words[1]], ...self::numbers($words, $number, $line)];
            }
        }

        return Played::fromArray([
            'origin' => $origin, 'loop' => $loop === null ? null : [$loop->from, $loop->to], 'until' => $until,
            'events' => $events,
        ]);
    }

    /**
     * @param  list<string>  $words
     * @return array{int, int}
     */
    private static function numbers(array $words, int $number, string $line): array
    {
        $first = $words[2] ?? '';
        $second = $words[3] ?? ($words[1] === 'on' ? '96' : '0');
        if ($words[1] === 'bend' && preg_match('/^-?\d{1,4}$/', $first) === 1) {
            $bend = max(0, min(16383, (int) $first + 8192));

            return [$bend & 127, $bend >> 7];
        }
        if (
            preg_match('/^\d{1,3}$/', $second) !== 1
            || ! preg_match('/^(on|off)$/', $words[1]) && preg_match('/^\d{1,3}$/', $first) !== 1
        ) {
            throw self::unreadable($number, $line);
        }

        return [in_array($words[1], ['on', 'off'], true) ? PitchName::parse($first) : (int) $first, (int) $second];
    }

    private static function unreadable(int $number, string $line): BadInput
    {
        return new BadInput(
            'Line '.($number + 1)
                .", “{$line}”, is nothing that was played; write seconds and a message, such as 0.512 on C3 96.",
        );
    }
}
