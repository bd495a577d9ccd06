<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;

/**
 * The techniques of a track, by number from 1; a note without one is played as “ordinary” says, where that is among
 * them. Written `plucked/p key=C0; short/. length=50`, or called by a word where it ships.
 */
final readonly class Techniques
{
    public const MOST = 32;

    private const NONE = 'none';

    private const ORDINARY = 'ordinary';

    /**
     * Maps that ship: strings with keys below what they play, and a bellows instrument that needs nothing but lengths
     * and loudness.
     */
    public const SHIPPED = [
        'strings' => 'ordinary/o key=C0; plucked/p key=C#0 length=60; short/. key=D0 length=50; '
            .'tied/~ key=D#0 length=105; trembling/≈ key=E0; muted/m key=F0 velocity=80',
        'bellows' => 'short/. length=55; swelled/< velocity=115 length=104; dry/d length=80 velocity=90; '
            .'tied/~ length=106',
    ];

    /** @param  array<int, Technique>  $all  by number from 1 */
    private function __construct(public array $all)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** @throws BadInput where the text is none */
    public static function parse(string $text): self
    {
        $text = trim(self::SHIPPED[trim($text)] ?? $text);
        if ($text === self::NONE || $text === '') {
            return self::none();
        }
        $all = [];
        foreach (explode(';', $text) as $k => $part) {
            $technique = Technique::parse($part);
            if (
                $k >= self::MOST
                || in_array($technique->name, array_map(static fn (Technique $one): string => $one->name, $all), true)
            ) {
                throw BadInput::within(
                    $k >= self::MOST ? 'A track has at most '.self::MOST
                        .' techniques.' : "“{$technique->name}” stands in it twice; each technique has a name of its "
                        .'own.',
                );
            }
            $all[$k + 1] = $technique;
        }

        return new self($all);
    }

    /** The number of a technique by its name, its sign or its number; null where there is no such one. */
    public function number(string $called): ?int
    {
        foreach ($this->all as $number => $technique) {
            if (in_array($called, [$technique->name, $technique->sign, (string) $number], true)) {
                return $number;
            }
        }

        return null;
    }

    /** How a note with that number is played; null where nothing is said of it. */
    public function of(int $number): ?Technique
    {
        return $this->all[$number] ?? $this->all[(int) $this->number(self::ORDINARY)] ?? null;
    }

    /** Their names, in words. */
    public function names(): string
    {
        return implode(', ', array_map(static fn (Technique $technique): string => $technique->name, $this->all));
    }

    public function __toString(): string
    {
        return $this->all === [] ? self::NONE : implode('; ', array_map(strval(...), $this->all));
    }
}
