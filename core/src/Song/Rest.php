<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/**
 * Events of a file's track that the program does not show: text, lyrics, system exclusive, and whatever it does not
 * know. They stay in the track as the bytes they were read from, and go out as they came in.
 */
final readonly class Rest
{
    /**
     * @param  list<int>  $ticks  ascending
     * @param  list<string>  $events  the bytes of each
     * @param  list<int>  $ranks  the place of each among all events of the track it was read from
     * @param  int  $end  the tick of the end of the track
     */
    public function __construct(
        public array $ticks = [],
        public array $events = [],
        public array $ranks = [],
        public int $end = 0,
    ) {
    }

    /** As text, for a database and for JSON. */
    public function pack(): string
    {
        return $this->events === [] && $this->end === 0 ? '' : json_encode(
            [
                $this->end,
                array_map(
                    static fn (int $tick, string $event, int $rank): array => [$tick, base64_encode($event), $rank],
                    $this->ticks, $this->events, $this->ranks,
                ),
            ],
            JSON_THROW_ON_ERROR,
        );
    }

    public static function unpack(string $text): self
    {
        /** @var array{int, list<array{int, string, int}>} $said */
        $said = $text === '' ? [0, []] : json_decode($text, true, 4, JSON_THROW_ON_ERROR);

        return new self(
            array_column($said[1], 0),
            array_map(static fn (array $event): string => (string) base64_decode($event[1], true), $said[1]),
            array_column($said[1], 2),
            $said[0],
        );
    }
}
