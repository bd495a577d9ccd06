<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Rounding;
use Jactonic\Core\Time\TickRange;

/**
 * Notes on the clipboard, with their place in the song they come from; where clips were taken, with those they lie in.
 *
 * As text it is JSON, so that it passes through the system's clipboard to other songs, windows and programs:
 * `{"jactonic":"phrase","ppq":960,"span":[0,3840],"notes":{"start":[0,480],"length":[240,240],"pitch":[60,64]}}`.
 */
final readonly class Phrase
{
    private const MARK = 'phrase';

    /** As many points are taken. */
    private const MOST_NOTES = 200_000;

    private const MOST_PIECES = 2_000;

    /**
     * @param  TickRange|null  $span  the range it was taken from, whose silence belongs to it
     * @param  list<Piece>  $pieces  the clips it was taken from; their notes and points have the place of theirs here
     *     as `clip`
     *
     * @throws EditRefused where it is more than is read again
     */
    public function __construct(
        public Notes $notes,
        public int $ppq,
        public ?TickRange $span = null,
        public array $pieces = [],
        public ?Points $points = null,
    ) {
        self::refuseMore('notes', $notes->count(), self::MOST_NOTES);
        self::refuseMore('points', $points?->count() ?? 0, self::MOST_NOTES);
        self::refuseMore('clips', count($pieces), self::MOST_PIECES);
    }

    private static function refuseMore(string $what, int $count, int $most): void
    {
        if ($count > $most) {
            throw new EditRefused(
                'Nothing copied: the clipboard takes at most '.number_format($most)." {$what}, and these are "
                    .number_format($count).'. Take fewer at a time, such as one track after another.',
                ['most' => $most],
            );
        }
    }

    /** Whether all its points are of one lane. */
    public function hasOneLane(): bool
    {
        $points = $this->points ?? Points::none();

        return $points->id !== [] && count(array_unique($points->kind)) === 1
            && count(array_unique($points->number)) === 1;
    }

    /** Where it begins: at its range, its first clip, or its first note or point. */
    public function start(): int
    {
        if ($this->pieces !== []) {
            return min(array_map(static fn (Piece $piece): int => $piece->start, $this->pieces));
        }

        $firsts = array_filter([$this->notes->start[0] ?? null, $this->points->start[0] ?? null], is_int(...));

        return $this->span->from ?? ($firsts === [] ? 0 : min($firsts));
    }

    /** The same phrase in a song of another resolution. */
    public function at(int $ppq): self
    {
        if ($ppq === $this->ppq) {
            return $this;
        }
        $scaled = fn (int $ticks): int => Rounding::quotient($ticks * $ppq, $this->ppq);
        $columns = $this->notes->columns();
        foreach ($columns['start'] as $i => $start) {
            $end = $scaled($start + $columns['length'][$i]);
            $columns['start'][$i] = $scaled($start);
            $columns['length'][$i] = max(1, $end - $columns['start'][$i]);
        }
        foreach (['playedStart', 'playedEnd'] as $name) {
            $columns[$name] = array_map($scaled, $columns[$name]);
        }
        $from = $this->span === null ? 0 : $scaled($this->span->from);

        return new self(
            Notes::of($columns), $ppq,
            $this->span === null ? null : TickRange::of($from, max($from + 1, $scaled($this->span->to))),
            array_map(static fn (Piece $piece): Piece => $piece->scaled($scaled), $this->pieces),
            $this->points?->with(['start' => array_map($scaled, $this->points->start)]),
        );
    }

    /** @return array<string, mixed> as JSON takes it */
    public function toArray(): array
    {
        $columns = array_diff_key($this->notes->columns(), ['id' => 0] + ($this->pieces === [] ? ['clip' => 0] : []));
        $points = array_diff_key(
            $this->points?->columns() ?? [], ['id' => 0] + ($this->pieces === [] ? ['clip' => 0] : []),
        );
        $places = array_flip($this->notes->id);
        // A note is called by its place from 1: its id is that of a song.
        $points['note'] = array_map(
            static fn (int $note): int => isset($places[$note]) ? $places[$note] + 1 : 0, $this->points->note ?? [],
        );
        $clips = $this->pieces === []
            ? []
            : ['clips' => array_map(static fn (Piece $piece): array => $piece->toArray(), $this->pieces)];

        return [
            'jactonic' => self::MARK,
            'ppq' => $this->ppq,
            'span' => $this->span === null ? null : [$this->span->from, $this->span->to],
            'notes' => $columns,
        ] + $clips + (($this->points->id ?? []) === [] ? [] : ['points' => $points]);
    }

    /** @throws BadInput where the text is no phrase */
    public static function fromJson(string $text): self
    {
        return self::fromArray(json_decode($text, true, 8));
    }

    /** @throws BadInput where the value is no phrase */
    public static function fromArray(mixed $value): self
    {
        if (! is_array($value) || ($value['jactonic'] ?? null) !== self::MARK || ! is_array($value['notes'] ?? null)) {
            throw self::unreadable('it is no phrase of notes');
        }
        $ppq = $value['ppq'] ?? null;
        if (! is_int($ppq) || $ppq < 1 || $ppq > 32767) {
            throw self::unreadable('ppq takes 1 to 32767');
        }
        $span = $value['span'] ?? null;
        $edges = is_array($span) ? self::range($span[0] ?? null, $span[1] ?? null) : null;
        if ($span !== null && $edges === null) {
            throw self::unreadable(
                'span takes two ticks from 0 to '.number_format(Bounds::LAST_TICK).', the later one last',
            );
        }

        $pieces = self::pieces($value['clips'] ?? []);
        $given = $value['points'] ?? [];
        $points = ! is_array($given) || ($given['start'] ?? []) === []
            ? Points::none()
            : Points::checked(
                $pieces === [] ? array_diff_key($given, ['clip' => 0]) : $given, self::MOST_NOTES,
                self::unreadable(...),
            );
        if ($pieces === []) {
            $isBare = $points->id !== [] && ($value['notes']['start'] ?? []) === [];

            return new self(
                $isBare ? Notes::none() : Notes::checked(
                    array_diff_key($value['notes'], ['clip' => 0]), self::MOST_NOTES, self::unreadable(...),
                ),
                $ppq, $edges, points: $points,
            );
        }
        $notes
            = ($value['notes']['start'] ?? []) === []
                ? Notes::none()
                : Notes::checked($value['notes'], self::MOST_NOTES, self::unreadable(...));
        if (
            array_filter([...$notes->clip, ...$points->clip], static fn (int $clip): bool => $clip >= count($pieces))
            !== []
        ) {
            throw self::unreadable('clip takes the place of one of its clips');
        }

        return new self($notes, $ppq, $edges, $pieces, $points);
    }

    private static function range(mixed $from, mixed $to): ?TickRange
    {
        return is_int($from) && is_int($to) && $from >= 0 && $to > $from && $to <= Bounds::LAST_TICK
            ? TickRange::of($from, $to)
            : null;
    }

    /** @return list<Piece> */
    private static function pieces(mixed $value): array
    {
        if (! is_array($value) || count($value) > self::MOST_PIECES) {
            throw self::unreadable('clips takes at most '.self::MOST_PIECES.' clips');
        }

        return array_map(
            static fn (mixed $piece): Piece => Piece::fromArray($piece) ?? throw self::unreadable(
                'a clip takes its row, start, length, loop, name and whether it is muted',
            ),
            array_values($value),
        );
    }

    private static function unreadable(string $why): BadInput
    {
        return new BadInput("The clipboard cannot be pasted: {$why}. Copy notes here first.");
    }
}
