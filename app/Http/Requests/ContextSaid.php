<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Songs\Asked\ContextInput;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Played;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\NewNote;
use Jactonic\Core\Context\Pointer;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\Rows;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\NudgeAmounts;
use Jactonic\Core\Time\TickRange;

/** Where one stands, as a request says it: grid, caret, range and what else edits go by. */
final readonly class ContextSaid
{
    /** @throws BadInput */
    public static function read(mixed $context): ContextInput
    {
        if (! is_array($context)) {
            throw new BadInput(
                'context takes grid, swing, caret, range, playhead, new, nudge, pointer, rows, played, clipboard, '
                    .'onClips and points.',
            );
        }
        $grid = $context['grid'] ?? '1/16';
        $swing = $context['swing'] ?? 0;
        $caret = $context['caret'] ?? [0, 60];
        $range = $context['range'] ?? null;
        $playhead = $context['playhead'] ?? 0;
        if (! is_string($grid) || ! is_int($swing)) {
            throw new BadInput('context.grid takes a grid such as 1/16, and context.swing a number from 0 to 150.');
        }
        [$tick, $pitch] = self::pair($caret, 'caret');
        if ($pitch < 0 || $pitch > 127) {
            throw new BadInput('context.caret takes a tick, and a pitch 0 to 127.');
        }

        return new ContextInput(
            Grid::parse($grid, $swing), new Caret(self::tick($tick, 'caret'), $pitch),
            $range === null ? null : TickRange::of(
                ...array_map(static fn (int $end): int => self::tick($end, 'range'), self::pair($range, 'range')),
            ),
            self::tick($playhead, 'playhead'),
            isset($context['clipboard']) ? Phrase::fromArray($context['clipboard']) : null,
            isset($context['new']) ? self::newNote($context['new']) : null,
            isset($context['nudge']) ? self::nudge($context['nudge']) : null,
            isset($context['pointer']) ? self::pointer($context['pointer']) : null,
            isset($context['rows']) ? self::rows($context['rows']) : null,
            isset($context['played']) ? Played::fromArray($context['played']) : null,
            ($context['onClips'] ?? false) === true,
            ($context['points'] ?? true) !== false,
        );
    }

    private static function nudge(mixed $value): NudgeAmounts
    {
        return is_array($value) && is_string($value[0] ?? null) && is_string($value[1] ?? null) && count($value) === 2
            ? NudgeAmounts::of($value[0], $value[1])
            : throw new BadInput('context.nudge takes two amounts of time, for step and step2.');
    }

    private static function pointer(mixed $value): Pointer
    {
        $pitch = is_array($value) ? $value['pitch'] ?? null : null;
        if (! is_array($value) || ! is_int($pitch) || $pitch < 0 || $pitch > 127 || ! is_bool($value['free'] ?? null)) {
            throw new BadInput(
                'context.pointer takes a tick, a pitch from 0 to 127, and whether it is free of the grid.',
            );
        }

        return new Pointer(self::tick($value['tick'] ?? null, 'pointer.tick'), $pitch, $value['free']);
    }

    private static function rows(mixed $value): Rows
    {
        if (! is_array($value) || count($value) > 128) {
            throw new BadInput('context.rows takes the pitches that are shown, at most 128.');
        }
        $pitches = [];
        foreach ($value as $pitch) {
            $pitches[] = is_int($pitch) && $pitch >= 0 && $pitch <= 127
                ? $pitch
                : throw new BadInput('context.rows takes pitches from 0 to 127.');
        }

        return Rows::of($pitches);
    }

    private static function newNote(mixed $value): NewNote
    {
        [$length, $velocity] = is_array($value) ? [$value['length'] ?? null, $value['velocity'] ?? null] : [null, null];
        if (! is_string($length) || ! is_int($velocity) || $velocity < 1 || $velocity > 127) {
            throw new BadInput('context.new takes a length as an amount of time, and a velocity from 1 to 127.');
        }

        $amount = Amount::parse($length);

        return $amount->isNegative()
            ? throw new BadInput('context.new takes a length of at least nothing.')
            : new NewNote($amount, $velocity);
    }

    private static function tick(mixed $value, string $name): int
    {
        return is_int($value) && $value >= 0 && $value <= Bounds::LAST_TICK
            ? $value
            : throw new BadInput("context.{$name} takes ticks from 0 to ".number_format(Bounds::LAST_TICK).'.');
    }

    /** @return array{int, int} */
    private static function pair(mixed $value, string $name): array
    {
        if (! is_array($value) || count($value) !== 2 || ! is_int($value[0] ?? null) || ! is_int($value[1] ?? null)) {
            throw new BadInput("context.{$name} takes a list of two whole numbers.");
        }

        return [$value[0], $value[1]];
    }
}
