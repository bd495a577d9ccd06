<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Time\Bounds;

/**
 * Where a clip lies in a track of a file, and what it is called: a sequencer-specific meta event (FF 7F) under the
 * number that the MIDI Association keeps for everybody's own use (7D), which other programs pass over.
 *
 * It stands at the clip's start and says lengths in ticks beside the resolution they count in, so that it still fits
 * where another program moved it or changed the resolution.
 */
final readonly class ClipMark
{
    private const HEAD = "\x7DJactonic clip ";

    /**
     * @param  int  $start  tick in the song
     * @param  int  $length  ticks, from 1
     * @param  int  $loop  ticks, 0 where its content does not begin again
     * @param  int  $grown  ticks of its length that no person gave it
     */
    public function __construct(
        public int $start,
        public int $length,
        public int $loop,
        public string $name,
        public int $grown = 0,
    ) {
    }

    public static function of(Clip $clip): self
    {
        return new self($clip->start, $clip->length, $clip->loop, $clip->name, $clip->grown);
    }

    public function end(): int
    {
        return $this->start + $this->length;
    }

    public function write(int $ppq): string
    {
        return Meta::SequencerSpecific->event(self::HEAD.json_encode(
            ['ppq' => $ppq, 'length' => $this->length, 'loop' => $this->loop, 'name' => $this->name]
                + ($this->grown > 0 ? ['grown' => $this->grown] : []),
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        ));
    }

    /** What an event at a tick says of a clip; null where it says nothing, or nothing that can be one. */
    public static function read(int $tick, string $event, int $ppq): ?self
    {
        $data = (string) Meta::SequencerSpecific->dataOf($event);
        if (! str_starts_with($data, self::HEAD)) {
            return null;
        }
        $said = json_decode(substr($data, strlen(self::HEAD)), true, 2);
        $said = is_array($said) ? $said : [];
        [$own, $length, $loop, $name] = [
            $said['ppq'] ?? null, $said['length'] ?? null, $said['loop'] ?? null, $said['name'] ?? null,
        ];
        if (
            ! is_int($own)
            || ! is_int($length)
            || ! is_int($loop)
            || ! is_string($name)
            || $own < 1
            || max($own, $length, $loop) > Bounds::LAST_TICK
        ) {
            return null;
        }
        $ticks = static fn (int $count): int => (int) round($count * $ppq / $own);
        try {
            $clip = Clip::fromArray([
                'id' => 0, 'track' => 0, 'start' => $tick, 'length' => $ticks($length), 'offset' => 0,
                'loop' => $ticks($loop), 'name' => $name, 'muted' => false,
                'grown' => is_int($said['grown'] ?? null) ? min($ticks($said['grown']), $ticks($length)) : 0,
            ]);
        } catch (BadInput) {
            return null;
        }

        return self::of($clip);
    }
}
