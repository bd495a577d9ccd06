<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Lines\EditLine;

/** Which notes are meant: those of a track, of a row, what meets conditions, all, or what is selected. */
final readonly class Who
{
    /**
     * @param  array<string, string>  $conditions  by name
     * @param  string|null  $track  the name of the track
     * @param  bool  $all  whether all notes were said, whatever is selected
     * @param  bool  $chosen  whether what is selected was said
     */
    private function __construct(
        public array $conditions = [],
        public ?string $track = null,
        public bool $all = false,
        public bool $chosen = false,
    ) {
    }

    public static function nobody(): self
    {
        return new self;
    }

    public function isSaid(): bool
    {
        return $this->conditions !== [] || $this->track !== null || $this->all || $this->chosen;
    }

    /** Whether a track is named and nothing else. */
    public function isTrackAlone(): bool
    {
        return $this->track !== null && $this->conditions === [];
    }

    /** Both at once, “soft hats”; null where they say two things of one kind. */
    public function and(self $other): ?self
    {
        $both = array_diff_key(array_intersect_key($this->conditions, $other->conditions), ['row' => true]);
        if ($both !== [] || ($this->track !== null && $other->track !== null)) {
            return null;
        }

        $rows = array_filter([$this->conditions['row'] ?? '', $other->conditions['row'] ?? '']);
        $conditions = $this->conditions + $other->conditions;

        return new self(
            $rows === [] ? $conditions : ['row' => implode(',', $rows)] + $conditions,
            $this->track ?? $other->track, $this->all || $other->all,
            $this->chosen || $other->chosen,
        );
    }

    /**
     * What of it can be read at a place, by how many words.
     *
     * @param  list<Word>  $words
     * @return list<array{int, self}> the longest first
     */
    public static function read(array $words, int $at, Speaker $speaker): array
    {
        $found = [];
        foreach (Slot::table(WhoWords::CONDITIONS, $words, $at) as $length => $condition) {
            $found[$length] = self::meeting($condition);
        }
        foreach (Slot::table(WhoWords::BEFORE_NOUNS, $words, $at) as $length => $condition) {
            if (in_array($words[$at + $length]->text ?? '', WhoWords::NOUNS, true)) {
                $found[$length + 1] = self::meeting($condition);
            }
        }
        foreach (NamesInSong::rows($words, $at, $speaker) as $length => $row) {
            $found[$length] ??= new self(['row' => $row]);
        }
        foreach (Slot::Pitch->read($words, $at, $speaker) as $pitch) {
            $found[$pitch->length] ??= new self(['pitch' => $pitch->value]);
        }
        foreach (NamesInSong::tracks($words, $at, $speaker) as $length => $track) {
            $found[$length] ??= new self(track: $track);
        }
        foreach (self::table(WhoWords::ALL, $words, $at) as $length) {
            $found[$length] ??= new self(all: true);
        }
        foreach (self::table(WhoWords::CHOSEN, $words, $at) as $length) {
            $found[$length] ??= new self(chosen: true);
        }
        $found += self::every($words, $at) + self::inBars($words, $at) + self::onBeat($words, $at);
        krsort($found);

        return array_map(
            static fn (int $length, self $who): array => [self::withNoun($words, $at, $length), $who],
            array_keys($found), array_values($found),
        );
    }

    /**
     * The lines that choose them.
     *
     * @param  bool  $ofNotes  whether what follows is done to notes
     * @return list<string>
     */
    public function lines(Speaker $speaker, bool $ofNotes): array
    {
        $track = $this->trackOf($speaker);
        $lines = $track === null ? [] : [(string) EditLine::of('on', ['track' => $track])];
        $conditions = $this->conditions;
        // Of what is selected, unless a part of the song is named.
        if ($conditions !== [] && $this->isOfSelection($speaker)) {
            $conditions['selected'] = 'yes';
        }
        if ($conditions !== []) {
            $where = implode(' ', array_map(
                static fn (string $name, string $value): string => preg_match('/\s/', $value) === 1
                    ? "{$name}=".str_replace(' ', '-', $value)
                    : "{$name}={$value}",
                array_keys($conditions), $conditions,
            ));

            return [...$lines, "choose where=\"{$where}\""];
        }

        $ofAll = $this->all || ($ofNotes && ! $this->chosen && $speaker->selected === 0);

        return $lines === [] && ! $speaker->context->onClips && $ofAll
            ? ['select what=all']
            : $lines;
    }

    private function isOfSelection(Speaker $speaker): bool
    {
        return $this->chosen || (
            ! $this->all && $this->track === null && $speaker->selected > 1
            && array_diff_key($this->conditions, array_flip(['row', 'bar', 'caret', 'range'])) === $this->conditions
        );
    }

    /** The track that is named, or that has the row where no open one has. */
    private function trackOf(Speaker $speaker): ?string
    {
        $row = $this->conditions['row'] ?? null;
        if ($this->track !== null || $row === null) {
            return $this->track;
        }
        $track = $speaker->withRow(explode(',', $row)[0]);

        return $track === null || $speaker->isOpen($track) ? null : $track->name;
    }

    /**
     * “every second”, “every other”, “each 4th”.
     *
     * @param  list<Word>  $words
     * @return array<int, self>
     */
    private static function every(array $words, int $at): array
    {
        $nth = AmountWords::NTH[$words[$at + 1]->text ?? ''] ?? null;

        return in_array($words[$at]->text ?? '', ['every', 'each'], true) && $nth !== null
            ? [2 => new self(['every' => (string) $nth])]
            : [];
    }

    /**
     * “in bar 3”, “in bars 3 to 6”.
     *
     * @param  list<Word>  $words
     * @return array<int, self>
     */
    private static function inBars(array $words, int $at): array
    {
        $in = in_array($words[$at]->text ?? '', ['in', 'of', 'from'], true) ? 1 : 0;
        if (! in_array($words[$at + $in]->text ?? '', ['bar', 'bars', 'measure', 'measures'], true)) {
            return [];
        }
        $said = $words[$at + $in + 1]->text ?? '';
        if (preg_match('/^([1-9]\d{0,4})[-–]([1-9]\d{0,4})$/u', $said, $span) === 1) {
            return [$in + 2 => new self(['bar' => "{$span[1]}..{$span[2]}"])];
        }
        $from = Times::number($words, $at + $in + 1)[1] ?? null;
        if ($from === null) {
            return [];
        }
        $found = [$in + 2 => new self(['bar' => $from])];
        $to = in_array($words[$at + $in + 2]->text ?? '', ['to', 'through', 'until'], true)
            ? Times::number($words, $at + $in + 3)[1] ?? null
            : null;
        if ($to !== null) {
            $found[$in + 4] = new self(['bar' => "{$from}..{$to}"]);
        } elseif (in_array($words[$at + $in + 2]->text ?? '', ['on', 'onwards', 'onward'], true)) {
            $found[$in + 3] = new self(['bar' => "{$from}.."]);
        }

        return $found;
    }

    /**
     * “first beats”, “on the third beat”, “on beat 2”.
     *
     * @param  list<Word>  $words
     * @return array<int, self>
     */
    private static function onBeat(array $words, int $at): array
    {
        $on = Word::match($words, $at, 'on the') ?: Word::match($words, $at, 'on') ?: Word::match($words, $at, 'at');
        $nth = AmountWords::NTH[$words[$at + $on]->text ?? ''] ?? null;
        $next = $words[$at + $on + 1]->text ?? '';
        if ($nth !== null && in_array($next, ['beat', 'beats'], true)) {
            return [$on + 2 => new self(['beat' => (string) $nth])];
        }
        $number = ($words[$at + $on]->text ?? '') === 'beat' ? Times::number($words, $at + $on + 1)[1] ?? null : null;

        return $number === null ? [] : [$on + 2 => new self(['beat' => $number])];
    }

    private static function meeting(string $condition): self
    {
        [$name, $value] = explode('=', $condition, 2);

        return new self([$name => $value]);
    }

    /**
     * @param  list<string>  $phrases
     * @param  list<Word>  $words
     * @return list<int> how many words each that stands there is
     */
    private static function table(array $phrases, array $words, int $at): array
    {
        return array_keys(Slot::table(array_fill_keys($phrases, ''), $words, $at));
    }

    /** @param  list<Word>  $words */
    private static function withNoun(array $words, int $at, int $length): int
    {
        return in_array($words[$at + $length]->text ?? '', WhoWords::NOUNS, true) ? $length + 1 : $length;
    }
}
