<?php

declare(strict_types=1);

namespace Jactonic\Core\Saying;

use Stringable;

/**
 * What an edit says it did, for the status line and for a screen reader: whom it was done to, what was done, how far,
 * and what else is to be known. It is worded here and nowhere else.
 *
 * Two of them in a row are one (`then`): what was pressed three times is told once, with how far it went in all.
 */
final readonly class Said implements Stringable
{
    /** Of a script of many lines so many are told; a sentence nobody can read says nothing. */
    private const MOST_TOLD = 3;

    /**
     * @param  string  $subject  “12 notes”, “The starts of 12 notes”
     * @param  HowFar|null  $by  how far, said behind what was done
     * @param  list<string>  $details
     * @param  int  $times  how often it was done
     * @param  list<string>  $earlier  what was done before it, in sentences of their own
     */
    private function __construct(
        private string $subject,
        private string $done,
        private ?HowFar $by = null,
        private array $details = [],
        private int $times = 1,
        private array $earlier = [],
        private bool $isAside = false,
        private bool $didNothing = false,
    ) {
    }

    /** “12 notes deleted”; “12 notes” and how far, where nothing need be said of what was done. */
    public static function did(int $count, Noun $noun, string $done, ?HowFar $by = null): self
    {
        return self::of($noun->counted($count), $done, $by);
    }

    /** Of a subject that is more than a number of things: “The starts of 12 notes”. */
    public static function of(string $subject, string $done, ?HowFar $by = null): self
    {
        return new self($subject, $done, $by);
    }

    /**
     * What was done to those of some that were not so already: “9 notes detached to 50 %, 3 were so already”; where
     * none was left to do, why nothing changed.
     */
    public static function rest(int $changed, int $of, Noun $noun, string $done, string $nothing): self
    {
        return $changed === 0
            ? self::nothing($nothing)
            : self::did($changed, $noun, $done)->with(Wording::were($of - $changed, 'so already'));
    }

    /** A sentence of its own, such as “Marker “Verse” at 5.1.0”. */
    public static function that(string $sentence): self
    {
        return new self($sentence, '');
    }

    /** A whole sentence about why nothing was changed. */
    public static function nothing(string $why): self
    {
        return new self($why, '', didNothing: true);
    }

    /** What only prepares what follows, such as another grid; told where nothing else is. */
    public static function aside(string $sentence): self
    {
        return new self($sentence, '', isAside: true);
    }

    /** What prepares nothing, such as a choice of no notes: it is why what follows does nothing. */
    public static function preparedNothing(string $why): self
    {
        return new self($why, '', isAside: true, didNothing: true);
    }

    /**
     * What was done to some and to others: those of which there are none are left out.
     *
     * @param  list<array{int, string}>  $parts  how many, and what was done to them
     */
    public static function each(Noun $noun, array $parts): self
    {
        $some = array_values(array_filter($parts, static fn (array $part): bool => $part[0] > 0));
        $told = array_map(static fn (array $part): string => "{$noun->counted($part[0])} {$part[1]}", $some);

        return self::that(array_shift($told) ?? '')->with(...$told);
    }

    /** With more to be known; what is empty is left out. */
    public function with(string ...$details): self
    {
        $all = array_values(array_filter(
            [...$this->details, ...$details], static fn (string $detail): bool => $detail !== '',
        ));
        if ($this->subject === '' && $all !== []) {
            return new self(array_shift($all), '', null, $all, $this->times, $this->earlier);
        }

        return new self(
            $this->subject, $this->done, $this->by, $all, $this->times, $this->earlier, $this->isAside,
            $this->didNothing,
        );
    }

    public function didNothing(): bool
    {
        return $this->didNothing;
    }

    /** The same said of something with a name: “Trips”: 1 note cut into 3 steps. */
    public function in(string $name): self
    {
        return new self("“{$name}”: {$this}", '', isAside: $this->isAside, didNothing: $this->didNothing);
    }

    /**
     * This, and then the next. What did nothing is not told before what did something; why that did nothing may lie in
     * what was prepared.
     */
    public function then(self $next): self
    {
        if ($this->isAside && $this->didNothing && $next->didNothing) {
            return $this;
        }
        if ($this->isAside || ($this->didNothing && ! $next->isAside)) {
            return $next;
        }
        if ($next->isAside) {
            return $this;
        }
        $by = $this->by !== null && $next->by !== null ? $this->by->plus($next->by) : null;
        if ($by !== null && [$this->subject, $this->done] === [$next->subject, $next->done] && $next->earlier === []) {
            return new self($next->subject, $next->done, $by, $next->details, earlier: $this->earlier);
        }
        if ($this->isSaidAgain($next)) {
            return new self(
                $next->subject, $next->done, $next->by, $next->details, $this->times + $next->times, $this->earlier,
            );
        }

        return new self(
            $next->subject, $next->done, $next->by, $next->details, $next->times,
            [...$this->earlier, $this->told(), ...$next->earlier],
        );
    }

    public function __toString(): string
    {
        $earlier = array_slice($this->earlier, 1 - self::MOST_TOLD);
        $untold = count($this->earlier) - count($earlier);

        return implode(
            '; ',
            [
                ...($untold > 0 ? ["{$untold} more before"] : []), ...$earlier,
                $this->told(),
            ],
        );
    }

    /** Whom it was done to, what, and how far, without what else is to be known: “12 notes quantized to 1/16”. */
    public function inShort(): string
    {
        $short = new self($this->subject, $this->done, $this->by, times: $this->times);

        return $short->told();
    }

    /** @return array<string, mixed> for storing */
    public function toArray(): array
    {
        return [
            'subject' => $this->subject, 'done' => $this->done, 'by' => $this->by?->toArray(),
            'details' => $this->details,
            'times' => $this->times, 'earlier' => $this->earlier, 'isAside' => $this->isAside,
            'didNothing' => $this->didNothing,
        ];
    }

    /**
     * @param array{
     *     subject: string, done: string, by: array{string, int, list<string>, float|int}|null, details: list<string>,
     *     times: int, earlier: list<string>, isAside: bool, didNothing: bool,
     * }  $stored
     */
    public static function fromArray(array $stored): self
    {
        return new self(
            $stored['subject'], $stored['done'], $stored['by'] === null ? null : HowFar::fromArray($stored['by']),
            $stored['details'], $stored['times'], $stored['earlier'], $stored['isAside'], $stored['didNothing'],
        );
    }

    /** Whether the next says the same; what else is to be known may be another, and is told of the last. */
    private function isSaidAgain(self $next): bool
    {
        $isSame = $this->done === ''
            ? $this->sentence() === $next->sentence()
            : [$this->subject, $this->done] === [$next->subject, $next->done];

        return $isSame && $next->earlier === [];
    }

    private function told(): string
    {
        return $this->sentence().($this->times === 1 ? '' : ', '.Wording::times($this->times));
    }

    private function sentence(): string
    {
        $main = implode(
            ' ',
            array_filter(
                [$this->subject, $this->done, (string) $this->by], static fn (string $part): bool => $part !== '',
            ),
        );

        return implode(', ', [$main, ...$this->details]);
    }
}
