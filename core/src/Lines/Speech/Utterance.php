<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** The words of something said, by someone who stands somewhere; each way to read a place is looked up once. */
final class Utterance
{
    /** @var array<string, list<Reading>> */
    private array $readings = [];

    /** @var array<int, list<array{int, Who}>> */
    private array $whos = [];

    /** @var array<string, true>|null */
    private ?array $said = null;

    /** @param  list<Word>  $words */
    public function __construct(
        public readonly array $words,
        public readonly Speaker $speaker,
    ) {
    }

    /** @return list<Reading> what stands at a place, in every way a slot can read it; the longest first */
    public function read(Slot $slot, int $at): array
    {
        return $this->readings["{$slot->value} {$at}"] ??= $slot->read($this->words, $at, $this->speaker);
    }

    /** @return list<array{int, Who}> who may be meant at a place, by how many words; the longest first */
    public function who(int $at): array
    {
        return $this->whos[$at] ??= Who::read($this->words, $at, $this->speaker);
    }

    /** The place behind a phrase that stands at a place; null where it does not. */
    public function behind(string $phrase, int $at): ?int
    {
        $length = Word::match($this->words, $at, $phrase);

        return $length > 0 ? $at + $length : null;
    }

    /** @param  list<string>  $phrases  whether the words of any of them occur at all */
    public function mayHold(array $phrases): bool
    {
        $this->said ??= self::parts($this->words);
        foreach ($phrases as $phrase) {
            foreach (explode(' ', $phrase) as $word) {
                if (! isset($this->said[str_replace('-', '', $word)])) {
                    continue 2;
                }
            }

            return true;
        }

        return false;
    }

    /**
     * @param  list<Word>  $words
     * @return array<string, true>
     */
    private static function parts(array $words): array
    {
        $said = [];
        foreach ($words as $word) {
            $said[str_replace('-', '', $word->text)] = true;
            foreach (explode('-', $word->text) as $part) {
                $said[$part] = true;
            }
        }

        return $said;
    }

    /** From a place on, as if nothing had been said before. */
    public function from(int $at, ?int $length = null): self
    {
        return new self(array_slice($this->words, $at, $length), $this->speaker);
    }
}
