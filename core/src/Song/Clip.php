<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TickRange;

/** A piece of a track: a window in the song onto its content. */
final readonly class Clip
{
    public const LONGEST_NAME = 80;

    /**
     * @param  int  $track  the id of the track it lies on
     * @param  int  $start  tick in the song
     * @param  int  $length  ticks, from 1
     * @param  int  $offset  the tick of its content that lies at its start
     * @param  int  $loop  0, or the length in ticks after which its content begins again until the clip ends
     * @param  int  $colour  1 to 8 of the theme, 0 for that of its track
     * @param  int  $group  0, or the number of the group of clips that are chosen together
     * @param  int  $grown  by how many ticks edits made it longer than a person did: it is as long again once nothing
     *     lies there any more
     */
    public function __construct(
        public int $id,
        public int $track,
        public int $start,
        public int $length,
        public int $offset = 0,
        public int $loop = 0,
        public string $name = '',
        public bool $muted = false,
        public int $colour = 0,
        public int $group = 0,
        public int $grown = 0,
    ) {
    }

    /** How often its content is heard, the last time cut off where it ends; once where it does not loop. */
    public function rounds(): int
    {
        return $this->loop === 0 ? 1 : intdiv($this->length + $this->loop - 1, $this->loop);
    }

    /** How often its content is heard whole. */
    public function wholeRounds(): int
    {
        return $this->loop === 0 ? 1 : intdiv($this->length, $this->loop);
    }

    /** The tick after its last one. */
    public function end(): int
    {
        return $this->start + $this->length;
    }

    /** How many ticks later than in its content something lies in the song. */
    public function shift(): int
    {
        return $this->start - $this->offset;
    }

    /** The ticks of its content that are seen: those of its first round where it loops. */
    public function window(): TickRange
    {
        return TickRange::of(
            $this->offset, $this->offset + ($this->loop > 0 ? min($this->loop, $this->length) : $this->length),
        );
    }

    /**
     * The clip with other values of some attributes, as `toArray()` names them; another length is one a person gave it.
     *
     * @param  array<string, mixed>  $values
     *
     * @throws BadInput where one is out of its range
     */
    public function with(array $values): self
    {
        $isAsLong = ($values['length'] ?? $this->length) === $this->length;

        return self::fromArray($values + ($isAsLong ? [] : ['grown' => 0]) + $this->toArray());
    }

    /**
     * The clip so wide that a span of the song lies in it: up to bar lines, later and earlier.
     *
     * @return array{self, int} and by how much its content has to move to lie at ticks from 0
     */
    public function reaching(int $first, int $last, MeterMap $meters): array
    {
        [$clip, $shift] = [$this, 0];
        if ($first < $clip->start) {
            $more = $clip->start - $meters->barStart($meters->barAt($first));
            $shift = max(0, $more - $clip->offset);
            $clip = $clip->with([
                'start' => $clip->start - $more, 'length' => $clip->length + $more,
                'offset' => max(0, $clip->offset - $more), 'grown' => $clip->grown,
            ]);
        }
        if ($clip->loop === 0 && $last > $clip->end()) {
            $end = $meters->nextBarLine($last - 1);
            $clip = $clip->with([
                'length' => $end - $clip->start, 'grown' => $clip->grown + $end - $clip->end(),
            ]);
        }

        return [$clip, $shift];
    }

    /** The clip without what it grew by, as far as nothing of its content lies there. */
    public function withoutGrowth(ClipContent $content, MeterMap $meters): self
    {
        if ($this->grown === 0) {
            return $this;
        }
        $points = array_map(static fn (int $tick): int => $tick + 1, $content->points->start);
        $last = $this->shift() + max([$content->notes->end(), ...$points]);
        $needed = max($this->end() - $this->grown, $last > $this->start ? $meters->nextBarLine($last - 1) : 0);

        return $needed >= $this->end() ? $this : $this->with([
            'length' => $needed - $this->start, 'grown' => $this->grown - $this->end() + $needed,
        ]);
    }

    /** @return array<string, int|string|bool> */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'track' => $this->track, 'start' => $this->start, 'length' => $this->length,
            'offset' => $this->offset,
            'loop' => $this->loop, 'name' => $this->name, 'muted' => $this->muted,
            'colour' => $this->colour, 'group' => $this->group, 'grown' => $this->grown,
        ];
    }

    /**
     * @param  array<string, mixed>  $values
     *
     * @throws BadInput
     */
    public static function fromArray(array $values): self
    {
        $read = new Attributes($values, 'A clip');
        $name = trim($read->text('name'));
        if (mb_strlen($name) > self::LONGEST_NAME) {
            throw new BadInput('A clip has a name of at most '.self::LONGEST_NAME.' characters.');
        }
        $start = $read->number('start', 0, Bounds::LAST_TICK);

        return new self(
            $read->number('id', 0, PHP_INT_MAX), $read->number('track', 0, PHP_INT_MAX), $start,
            $read->number('length', 1, Bounds::LAST_TICK - $start), $read->number('offset', 0, Bounds::LAST_TICK),
            $read->number('loop', 0, Bounds::LAST_TICK), $name, $read->isOn('muted'),
            // Steps of earlier versions hold clips without these three.
            $read->numberOrNone('colour', 0, Track::COLOURS) ?? 0, $read->numberOrNone('group', 0, PHP_INT_MAX) ?? 0,
            $read->numberOrNone('grown', 0, Bounds::LAST_TICK) ?? 0,
        );
    }
}
