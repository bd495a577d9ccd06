<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Closure;
use Jactonic\Core\Time\TickRange;

/**
 * Notes, in order of start, pitch and id.
 *
 * Units: start and length in ticks (start ≥ 0, length ≥ 1), pitch 0–127, velocity 1–127, release velocity 0–127,
 * channel 0–15, muted 0 or 1, group 0 (none) or its number. `playedStart` and `playedEnd` say how many ticks after
 * the note's start and end they were played. `looseStart` and `looseVelocity` say by how
 * much `humanize` moved them, so that it never adds to itself. `technique` is the number of how it is played among
 * those of its track, 0 for ordinary. `clip` is the clip a note lies in where clips are open together, else 0.
 */
final readonly class Notes extends Table
{
    public const COLUMNS = [
        'id' => self::ID, 'start' => self::TICK, 'length' => self::SPAN,
        'pitch' => ['default' => 60, 'min' => 0, 'max' => 127],
        'velocity' => ['default' => 96, 'min' => 1, 'max' => 127],
        'release' => self::LEVEL, 'channel' => self::CHANNEL,
        'muted' => ['default' => 0, 'min' => 0, 'max' => 1],
        'group' => self::ID, 'playedStart' => self::OFFSET, 'playedEnd' => self::OFFSET,
        'looseStart' => self::OFFSET,
        'looseVelocity' => ['default' => 0, 'min' => -126, 'max' => 126],
        'technique' => ['default' => 0, 'min' => 0, 'max' => 127],
        'clip' => self::ID,
    ];

    protected const SECOND = 'pitch';

    protected const ROW = 'note';

    /**
     * @param  array<int, int>  $id
     * @param  array<int, int>  $start
     * @param  array<int, int>  $length
     * @param  array<int, int>  $pitch
     * @param  array<int, int>  $velocity
     * @param  array<int, int>  $release
     * @param  array<int, int>  $channel
     * @param  array<int, int>  $muted
     * @param  array<int, int>  $group
     * @param  array<int, int>  $playedStart
     * @param  array<int, int>  $playedEnd
     * @param  array<int, int>  $looseStart
     * @param  array<int, int>  $looseVelocity
     * @param  array<int, int>  $technique
     * @param  array<int, int>  $clip
     */
    private function __construct(
        array $id,
        array $start,
        public array $length,
        public array $pitch,
        public array $velocity,
        public array $release,
        public array $channel,
        public array $muted,
        public array $group,
        public array $playedStart,
        public array $playedEnd,
        public array $looseStart,
        public array $looseVelocity,
        public array $technique,
        public array $clip,
        int $nextId,
    ) {
        parent::__construct($id, $start, $nextId);
    }

    public static function ordered(array $columns, int $nextId = 1): static
    {
        return new self(
            $columns['id'], $columns['start'], $columns['length'], $columns['pitch'], $columns['velocity'],
            $columns['release'], $columns['channel'], $columns['muted'], $columns['group'],
            $columns['playedStart'], $columns['playedEnd'], $columns['looseStart'], $columns['looseVelocity'],
            $columns['technique'], $columns['clip'],
            self::idAfter($columns['id'], $nextId),
        );
    }

    public function columns(): array
    {
        return [
            'id' => $this->id, 'start' => $this->start, 'length' => $this->length, 'pitch' => $this->pitch,
            'velocity' => $this->velocity, 'release' => $this->release, 'channel' => $this->channel,
            'muted' => $this->muted, 'group' => $this->group,
            'playedStart' => $this->playedStart, 'playedEnd' => $this->playedEnd,
            'looseStart' => $this->looseStart, 'looseVelocity' => $this->looseVelocity, 'technique' => $this->technique,
            'clip' => $this->clip,
        ];
    }

    /**
     * What of them lies within the span of the clip of each: cut at its edges, without those outside. An edge that was
     * cut was never played.
     *
     * @param  Closure(int): TickRange  $span  by clip
     */
    public function cutTo(Closure $span): self
    {
        $kept = $starts = $lengths = $playedStarts = $playedEnds = [];
        foreach ($this->start as $i => $start) {
            $seen = $span($this->clip[$i]);
            $end = $start + $this->length[$i];
            if ($end <= $seen->from || $start >= $seen->to) {
                continue;
            }
            $kept[] = $i;
            $starts[] = $from = max($start, $seen->from);
            $lengths[] = ($to = min($end, $seen->to)) - $from;
            $playedStarts[] = $from === $start ? $this->playedStart[$i] : 0;
            $playedEnds[] = $to === $end ? $this->playedEnd[$i] : 0;
        }
        if ($starts === $this->start && $lengths === $this->length) {
            return $this;
        }

        return $kept === [] ? self::none() : $this->at($kept)->with([
            'start' => $starts, 'length' => $lengths, 'playedStart' => $playedStarts, 'playedEnd' => $playedEnds,
        ]);
    }

    /** The tick after the last sounding one. */
    public function end(): int
    {
        $end = 0;
        foreach ($this->start as $i => $start) {
            $end = max($end, $start + $this->length[$i]);
        }

        return $end;
    }
}
