<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\Words;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Time\Amount;

/** Conditions in a row, all of which must hold: `pitch=60..72 velocity=..40`. */
final readonly class Conditions
{
    public const NAMES = ['pitch', 'velocity', 'length', 'beat', 'offgrid', 'muted'];

    /** @param  array<string, string>  $said */
    private function __construct(private array $said)
    {
    }

    /** @throws BadInput where a condition is unknown or cannot be read */
    public static function parse(string $text): self
    {
        $conditions = new self(Words::pairs($text, 'where'));
        foreach ($conditions->said as $name => $value) {
            if (! in_array($name, self::NAMES, true)) {
                throw new BadInput("There is no condition “{$name}”. There are: ".implode(', ', self::NAMES).'.', ['allowed' => self::NAMES]);
            }
            $conditions->condition($name, $value, null);
        }

        return $conditions;
    }

    /** The notes that meet all of them. */
    public function choose(Notes $notes, Context $context): Selection
    {
        $conditions = [];
        foreach ($this->said as $name => $value) {
            $conditions[] = $this->condition($name, $value, $context) ?? throw new BadInput("There is no condition “{$name}”.");
        }
        $chosen = [];
        foreach ($notes->id as $i => $id) {
            foreach ($conditions as $condition) {
                if (! $condition->holds($i, $notes, $context)) {
                    continue 2;
                }
            }
            $chosen[] = $id;
        }

        return Selection::of($chosen);
    }

    /** The condition of that name; without a context only its text is checked. */
    private function condition(string $name, string $value, ?Context $context): ?Condition
    {
        return match ($name) {
            'pitch' => new ByNumber('pitch', Spans::parse($value, $name, PitchName::parse(...))),
            'velocity' => new ByNumber('velocity', Spans::parse($value, $name, static fn (string $text): int => (int) self::number($text, $name, 127))),
            'length' => new ByLength(Spans::parse($value, $name, Amount::parse(...))),
            'beat' => new ByBeat(Spans::parse($value, $name, static fn (string $text): float => self::number($text, $name, 256))),
            'offgrid' => $this->offGrid($value, $context),
            'muted' => match ($value) {
                'yes' => new ByMuted(1),
                'no' => new ByMuted(0),
                default => throw new BadInput("muted takes yes or no, not “{$value}”."),
            },
            default => null,
        };
    }

    private function offGrid(string $value, ?Context $context): ?Condition
    {
        $spans = Spans::parse($value, 'offgrid', static fn (string $text): float => self::number(rtrim($text, '%'), 'offgrid', 100));

        return $context === null ? null : new ByDistanceFromGrid($spans, $context->lines());
    }

    private static function number(string $text, string $name, int $max): float
    {
        if (preg_match('/^\d{1,3}(\.\d{1,3})?$/', $text) !== 1 || (float) $text > $max) {
            throw new BadInput("{$name} takes numbers up to {$max}, not “{$text}”.");
        }

        return (float) $text;
    }
}
