<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * Points: one value of a controller, bend, pressure or program at a tick, in order of start and id.
 *
 * Units: start in ticks, kind as `PointKind`, number 0–127 (which controller, or which key), value 0–127 or for bend
 * −8192–8191, channel 0–15. `note` is the note a point belongs to, 0 where it is the channel's. `rank` is its place
 * among the events of the track it was read from, so that it goes out among them as it came in.
 */
final readonly class Points extends Table
{
    /** Behind every event that was read. */
    public const LAST_RANK = 0xFFFFFF;

    protected const ROW = 'point';

    public const COLUMNS = [
        'id' => self::ID, 'start' => self::TICK,
        'kind' => ['default' => 0xB, 'min' => 0xA, 'max' => 0xE],
        'number' => ['default' => 0, 'min' => 0, 'max' => 127],
        'value' => ['default' => 0, 'min' => -8192, 'max' => 8191],
        'channel' => self::CHANNEL, 'note' => self::ID,
        'rank' => ['default' => self::LAST_RANK, 'min' => 0, 'max' => self::LAST_RANK],
        'clip' => self::ID,
    ];

    /**
     * @param  array<int, int>  $id
     * @param  array<int, int>  $start
     * @param  array<int, int>  $kind
     * @param  array<int, int>  $number
     * @param  array<int, int>  $value
     * @param  array<int, int>  $channel
     * @param  array<int, int>  $note
     * @param  array<int, int>  $rank
     * @param  array<int, int>  $clip
     */
    private function __construct(
        array $id,
        array $start,
        public array $kind,
        public array $number,
        public array $value,
        public array $channel,
        public array $note,
        public array $rank,
        public array $clip,
        int $nextId,
    ) {
        parent::__construct($id, $start, $nextId);
    }

    /**
     * What says which course a point lies in: of the points of one course each holds until the next. It is that of a
     * controller, bend or pressure, on its channel and in its clip, or within its note.
     */
    public static function course(int $kind, int $number, int $channel, int $note, int $clip): string
    {
        return "{$kind} {$number} {$channel} {$note} {$clip}";
    }

    public function courseOf(int $place): string
    {
        // As `course()`, without a call of its own: this is asked for every point.
        return "{$this->kind[$place]} {$this->number[$place]} {$this->channel[$place]} {$this->note[$place]} "
            .$this->clip[$place];
    }

    /** The same among the points of one lane, which have no note: that of its channel, in its clip. */
    public function courseInLane(int $place): int
    {
        return $this->clip[$place] << 4 | $this->channel[$place];
    }

    public static function ordered(array $columns, int $nextId = 1): static
    {
        return new self(
            $columns['id'], $columns['start'], $columns['kind'], $columns['number'], $columns['value'],
            $columns['channel'], $columns['note'], $columns['rank'], $columns['clip'],
            self::idAfter($columns['id'], $nextId),
        );
    }

    public function columns(): array
    {
        return [
            'id' => $this->id, 'start' => $this->start, 'kind' => $this->kind, 'number' => $this->number,
            'value' => $this->value,
            'channel' => $this->channel, 'note' => $this->note, 'rank' => $this->rank, 'clip' => $this->clip,
        ];
    }
}
