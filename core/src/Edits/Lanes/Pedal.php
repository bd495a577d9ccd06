<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Lanes;

use Closure;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Time\Halving;

/**
 * The presses of a pedal: from a value of 64 or more to the next below it, as the MIDI 1.0 specification reads
 * switches; those of each track and channel by themselves.
 */
final class Pedal
{
    private const NUMBERS = ['sustain' => 64, 'sostenuto' => 66, 'soft' => 67];

    private const DOWN = 64;

    public readonly PointDraft $draft;

    public readonly Lane $lane;

    private readonly Points $points;

    /** @var array<string, list<int>> places of its points by track and channel, in order of time */
    private readonly array $rows;

    public function __construct(private readonly Context $context, Selection $selection, Parameters $parameters)
    {
        $this->lane = Lane::parse('cc'.self::NUMBERS[$parameters->choice('pedal')]);
        $this->points = $context->points;
        $this->draft = new PointDraft($this->points);
        $chosen = array_fill_keys(
            array_filter(
                $selection->positions($this->points), fn (int $i): bool => $this->lane->holds($this->points, $i),
            ),
            true,
        );
        $rows = [];
        foreach ($this->lane->placesIn($this->points) as $i) {
            if ($chosen === [] || isset($chosen[$i])) {
                $rows[$this->row($this->points->clip[$i], $this->points->channel[$i])][] = $i;
            }
        }
        $this->rows = $rows;
    }

    public static function parameter(): Parameter
    {
        return Parameter::choice('pedal', 'Which pedal.', options: array_keys(self::NUMBERS), default: 'sustain');
    }

    /** By which notes and pedals belong together. */
    public function row(int $clip, int $channel): string
    {
        return $this->context->clips->trackOf($clip)." {$channel}";
    }

    /** @return array<string, list<int>> the places of its points by row, in order of time */
    public function rows(): array
    {
        return $this->rows;
    }

    public function isDown(int $place): bool
    {
        return $this->points->value[$place] >= self::DOWN;
    }

    /**
     * The press among those of a row that is down at a tick; null where none is.
     *
     * @param  list<array{from: int, to: int, down: int, up: int|null}>  $presses  in order of time
     * @return array{from: int, to: int, down: int, up: int|null}|null
     */
    public static function pressAt(array $presses, int $tick): ?array
    {
        $next = Halving::first(count($presses), static fn (int $k): bool => $presses[$k]['from'] > $tick);
        $press = $presses[$next - 1] ?? null;

        return $press !== null && $tick < $press['to'] ? $press : null;
    }

    /**
     * The lifts of a row no longer than a gap, each whole: the places from the point that lifts it up to the one that
     * presses it again, half-pedalled values too.
     *
     * @param  list<array{from: int, to: int, down: int, up: int|null}>  $presses  of the row, in order of time
     * @param  Closure(int): int  $gap  ticks, at a tick
     * @return list<list<int>>
     */
    public function liftsWithin(string $row, array $presses, Closure $gap): array
    {
        $order = array_flip($this->rows[$row]);
        $lifts = [];
        foreach ($presses as $k => ['to' => $to, 'up' => $up]) {
            $next = $presses[$k + 1] ?? null;
            if ($next !== null && $up !== null && $gap($to) >= $next['from'] - $to) {
                $lifts[] = array_slice($this->rows[$row], $order[$up], 1 + $order[$next['down']] - $order[$up]);
            }
        }

        return $lifts;
    }

    /**
     * Its presses by row: where each begins and ends, in ticks, and the places of the two points.
     *
     * @return array<string, list<array{from: int, to: int, down: int, up: int|null}>>
     */
    public function presses(): array
    {
        $presses = [];
        foreach ($this->rows as $row => $places) {
            $down = null;
            foreach ($places as $i) {
                if ($this->isDown($i)) {
                    $down ??= $i;
                } elseif ($down !== null) {
                    $presses[$row][] = [
                        'from' => $this->points->start[$down], 'to' => $this->points->start[$i], 'down' => $down,
                        'up' => $i,
                    ];
                    $down = null;
                }
            }
            if ($down !== null) {
                $presses[$row][] = [
                    'from' => $this->points->start[$down], 'to' => PHP_INT_MAX, 'down' => $down, 'up' => null,
                ];
            }
        }

        return $presses;
    }
}
