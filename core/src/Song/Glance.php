<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/**
 * A song at a glance, as a list shows it: how long it is, and a small picture of what sounds in it, the higher the
 * pitch the higher, time to the right.
 */
final readonly class Glance
{
    /** How many columns and rows the picture has. */
    public const COLUMNS = 240;

    public const ROWS = 32;

    /**
     * @param  int  $bars  that are begun
     * @param  float  $seconds  to the end of the last clip or note
     * @param  list<array{colour: int, cells: list<array{int, int, int}>}>  $tracks  the colour of each that sounds, and
     *                                                                               for each note its first and last
     *                                                                               column and its row from the top
     */
    private function __construct(public int $bars, public float $seconds, public array $tracks)
    {
    }

    public static function of(Song $song): self
    {
        $heard = $ends = [];
        foreach ($song->clips as $clip) {
            $ends[] = $clip->start + $clip->length;
        }
        foreach ($song->tracks as $track) {
            $notes = $track->muted ? null : Sounding::of($song, $track)->notes;
            if ($notes !== null && $notes->id !== []) {
                $heard[] = [$track, $notes];
                $ends[] = $notes->start[count($notes->start) - 1] + 1;
            }
        }
        $end = max([1, ...$ends]);
        [$low, $high] = [PHP_INT_MAX, 0];
        foreach ($heard as [, $notes]) {
            foreach ($notes->pitch as $pitch) {
                [$low, $high] = [min($low, $pitch), max($high, $pitch)];
            }
        }
        $tracks = [];
        foreach ($heard as [$track, $notes]) {
            $cells = [];
            foreach ($notes->start as $i => $start) {
                $first = min(self::COLUMNS - 1, max(0, intdiv($start * self::COLUMNS, $end)));
                $last = intdiv(($start + $notes->length[$i] - 1) * self::COLUMNS, $end);
                $row = $high === $low ? intdiv(self::ROWS, 2) : (int) round(
                    ($high - $notes->pitch[$i]) * (self::ROWS - 1) / ($high - $low),
                );
                // What falls on the same place is drawn once.
                $cells["{$first} {$row}"] = [
                    $first, max($first, min(self::COLUMNS - 1, $last), $cells["{$first} {$row}"][1] ?? 0), $row,
                ];
            }
            $tracks[] = ['colour' => $track->colour, 'cells' => array_values($cells)];
        }

        return new self(
            $song->conductor->meters->barAt($end - 1) + 1, round($song->conductor->tempo->secondsAt($end), 1), $tracks,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['bars' => $this->bars, 'seconds' => $this->seconds, 'tracks' => $this->tracks];
    }
}
