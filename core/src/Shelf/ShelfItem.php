<?php

declare(strict_types=1);

namespace Jactonic\Core\Shelf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Piece;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Smf\Text;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\TickRange;

/** A phrase, a beat or a chord progression that is kept for later: its notes from tick 0 on, and what it was like. */
final readonly class ShelfItem
{
    public const LONGEST_NAME = 80;

    public const MOST_NOTES = 20_000;

    private const MOST_TAGS = 12;

    private const LONGEST_TAG = 30;

    /**
     * @param  list<string>  $tags
     * @param  float  $tempo  quarter notes a minute it was kept at
     * @param  Scale|null  $key  the one it was kept in; null where there was none
     * @param  int  $length  ticks, silence at its end with it
     */
    private function __construct(
        public string $name,
        public array $tags,
        public float $tempo,
        public ?Scale $key,
        public Voice $voice,
        public int $ppq,
        public int $length,
        public Notes $notes,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $tags
     *
     * @throws BadInput where something is out of its range, or there are no notes
     */
    public static function of(
        string $name, array $tags, float $tempo, ?Scale $key, Voice $voice, int $ppq, int $length, Notes $notes,
    ): self {
        $name = Text::readable($name);
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME) {
            throw new BadInput('What is kept has a name of 1 to '.self::LONGEST_NAME.' characters.');
        }
        if ($notes->id === []) {
            throw new BadInput('There are no notes to keep; select some first.');
        }
        if ($notes->count() > self::MOST_NOTES) {
            throw new BadInput(
                'A phrase on the shelf has at most '.number_format(self::MOST_NOTES).' notes; keep a part of them.',
            );
        }
        $tempo = max(60_000_000 / ConductorEvent::SLOWEST, min(60_000_000, $tempo));

        return new self(
            $name, self::tags($tags), round($tempo, 2), $key, $voice, $ppq, max($length, $notes->end()), $notes,
        );
    }

    /**
     * What was copied in a song, from the beat in which it begins; where a range or clips were taken, from their start.
     *
     * @param  array<array-key, mixed>  $tags
     *
     * @throws BadInput as `of()` does
     */
    public static function ofPhrase(
        Phrase $phrase, string $name, array $tags, float $tempo, ?Scale $key, Voice $voice,
    ): self {
        $ends = array_map(static fn (Piece $piece): int => $piece->start + $piece->length, $phrase->pieces);
        $from = $phrase->pieces !== [] || $phrase->span !== null
            ? $phrase->start()
            : intdiv($phrase->start(), $phrase->ppq) * $phrase->ppq;
        $to = max($phrase->span->to ?? 0, $phrase->notes->end(), ...$ends);
        // What has no edges of its own lasts whole beats.
        $to = $phrase->pieces === [] && $phrase->span === null
            ? -Rounding::floor(-($to - $from), $phrase->ppq) * $phrase->ppq + $from
            : $to;
        $notes = $phrase->notes->with(['clip' => array_fill(0, $phrase->notes->count(), 0)])->shifted(-$from);

        return self::of($name, $tags, $tempo, $key, $voice, $phrase->ppq, $to - $from, $notes);
    }

    /** @param  array<array-key, mixed>  $tags */
    public function called(string $name, array $tags): self
    {
        return self::of($name, $tags, $this->tempo, $this->key, $this->voice, $this->ppq, $this->length, $this->notes);
    }

    /**
     * As it is pasted: in another key where both are known, moved by no more than six semitones. Drums have no key.
     */
    public function phrase(?Scale $key = null): Phrase
    {
        $by = $key === null || $this->key === null || $this->voice === Voice::Drums
            ? 0
            : ($key->root - $this->key->root + 18) % 12 - 6;
        $by += match (true) {
            min([127, ...$this->notes->pitch]) + $by < 0 => 12,
            max([0, ...$this->notes->pitch]) + $by > 127 => -12,
            default => 0,
        };

        return new Phrase(
            $this->notes->with([
                'pitch' => array_map(
                    static fn (int $pitch): int => max(0, min(127, $pitch + $by)), $this->notes->pitch,
                ),
            ]),
            $this->ppq, TickRange::of(0, $this->length),
        );
    }

    /**
     * @param  array<array-key, mixed>  $tags
     * @return list<string>
     *
     * @throws BadInput
     */
    private static function tags(array $tags): array
    {
        $read = [];
        foreach ($tags as $tag) {
            $tag = is_string($tag) ? trim($tag) : '';
            if ($tag !== '' && ! in_array($tag, $read, true)) {
                $read[] = $tag;
            }
        }
        foreach ($read as $tag) {
            if (mb_strlen($tag) > self::LONGEST_TAG || str_contains($tag, ',') || count($read) > self::MOST_TAGS) {
                throw new BadInput(
                    'What is kept has at most '.self::MOST_TAGS.' tags of '.self::LONGEST_TAG
                        .' characters, without commas.',
                );
            }
        }

        return $read;
    }
}
