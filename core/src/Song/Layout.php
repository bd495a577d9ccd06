<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** What the file a song came from holds beside tracks with notes and the conductor: so nothing of it is lost. */
final readonly class Layout
{
    /**
     * @param  int  $format  0 one track, 1 tracks together, 2 tracks by themselves
     * @param  array<int, Rest>  $bare  tracks without notes, by their number in the file from 0
     * @param  list<array{int, string}>  $chunks  chunks of other kinds as bytes, with the number of tracks before each
     */
    public function __construct(
        public int $format = 1,
        public array $bare = [],
        public array $chunks = [],
    ) {
    }

    /** As text, for a database. */
    public function pack(): string
    {
        return json_encode([
            'format' => $this->format,
            'bare' => (object) array_map(static fn (Rest $rest): string => $rest->pack(), $this->bare),
            'chunks' => array_map(
                static fn (array $chunk): array => [$chunk[0], base64_encode($chunk[1])], $this->chunks,
            ),
        ], JSON_THROW_ON_ERROR);
    }

    public static function unpack(string $text): self
    {
        if ($text === '') {
            return new self;
        }
        /** @var array{format: int, bare: array<int, string>, chunks: list<array{int, string}>} $said */
        $said = json_decode($text, true, 8, JSON_THROW_ON_ERROR);

        return new self(
            $said['format'],
            array_map(Rest::unpack(...), $said['bare']),
            array_map(
                static fn (array $chunk): array => [$chunk[0], (string) base64_decode($chunk[1], true)],
                $said['chunks'],
            ),
        );
    }
}
