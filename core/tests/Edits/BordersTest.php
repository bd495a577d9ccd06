<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\NewNote;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TempoMap;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\TestCase;

/**
 * Every parameter at the lowest and highest it takes and one past them, on notes that lie at the borders of everything.
 */
final class BordersTest extends TestCase
{
    /** @return iterable<string, array{Declaration, Parameter, int, int}> */
    private static function bounded(): iterable
    {
        foreach (Catalog::standard()->declarations() as $declaration) {
            foreach ($declaration->parameters as $parameter) {
                ['min' => $min, 'max' => $max] = $parameter->describe() + ['min' => null, 'max' => null];
                if (is_int($min) && is_int($max)) {
                    yield "{$declaration->name} {$parameter->name}" => [$declaration, $parameter, $min, $max];
                }
            }
        }
    }

    public function test_the_lowest_and_the_highest_value_are_taken_and_what_lies_past_them_is_refused(): void
    {
        $tried = 0;
        foreach (self::bounded() as $name => [$declaration, $parameter, $min, $max]) {
            foreach ([$min, $max] as $value) {
                self::assertEquals([$value], (array) $parameter->kind->read((string) $value), $name);
            }
            foreach ([$min - 1, $max + 1] as $value) {
                try {
                    Catalog::standard()->read(self::line($declaration, $parameter, (string) $value));
                    self::fail("{$name}={$value} was taken.");
                } catch (BadInput $error) {
                    self::assertStringContainsString($parameter->name, $error->getMessage());
                    self::assertStringContainsString(
                        (string) $max, str_replace([',', '−'], ['', '-'], $error->getMessage()), $name,
                    );
                }
            }
            $tried++;
        }
        self::assertGreaterThan(50, $tried);
    }

    public function test_whatever_is_not_a_number_is_refused_where_a_number_belongs(): void
    {
        foreach (self::bounded() as $name => [$declaration, $parameter]) {
            foreach (['', 'x', '1.5', '1e3', '99999999999999999999', '--1', '0x10', "1\n2"] as $value) {
                try {
                    $parameter->kind->read($value);
                    self::fail("{$name} took “{$value}”.");
                } catch (BadInput) {
                    $this->addToAssertionCount(1);
                }
            }
        }
    }

    public function test_nothing_leaves_its_range_whatever_lies_at_a_border(): void
    {
        $changed = 0;
        foreach (self::lines() as $line) {
            $edit = self::read($line);
            foreach ($edit === null ? [] : self::clips() as $name => [$notes, $context]) {
                try {
                    $edited = $edit->apply($notes, Selection::all($notes), $context)->applyTo($notes);
                } catch (EditRefused $refused) {
                    self::assertNotSame('', $refused->getMessage());

                    continue;
                }
                $changed += $edited->equals($notes) ? 0 : 1;
                self::assertWithin($edited, "{$line} on {$name}");
            }
        }
        self::assertGreaterThan(500, $changed);
    }

    /** @return iterable<string> lines with every parameter at its borders, and with amounts of time that reach far */
    private static function lines(): iterable
    {
        foreach (Catalog::standard()->declarations() as $declaration) {
            yield $declaration->name;
            foreach ($declaration->parameters as $parameter) {
                $described = $parameter->describe();
                $values = match (true) {
                    isset($described['min'], $described['max']) => [$described['min'], $described['max']],
                    str_contains($described['kind'], 'amount') => [
                        '1tk', '2147483632tk', '-2147483632tk', '9999bar', '-9999bar', '0tk',
                    ],
                    $described['kind'] === 'ratio' => ['1/100', '100', '0.01'],
                    isset($described['options']) => $described['options'],
                    $described['kind'] === 'moment' => ['0', '2147483632', 'caret'],
                    default => [],
                };
                foreach ($values as $value) {
                    yield self::line($declaration, $parameter, is_scalar($value) ? (string) $value : '');
                }
            }
        }
    }

    /** A line with one value said, and of those of which exactly one is given no other. */
    private static function line(Declaration $declaration, Parameter $parameter, string $value): string
    {
        $line = "{$declaration->name} {$parameter->name}={$value}";
        if ($declaration->oneOf === [] || in_array($parameter->name, $declaration->oneOf, true)) {
            return $line;
        }
        foreach ($declaration->parameters as $other) {
            if (in_array($other->name, $declaration->oneOf, true) && is_int($other->describe()['max'] ?? null)) {
                return "{$line} {$other->name}={$other->describe()['max']}";
            }
        }

        return "{$line} {$declaration->oneOf[0]}=1/16";
    }

    private static function read(string $line): ?PreparedEdit
    {
        try {
            $read = Catalog::standard()->read($line);

            return $read instanceof PreparedEdit ? $read : null;
        } catch (BadInput) {
            return null;
        }
    }

    /** @return iterable<string, array{Notes, Context}> */
    private static function clips(): iterable
    {
        $last = Bounds::LAST_TICK;
        $rows = [
            'the first ticks' => [[0, 1, 0, 1], [0, 1, 127, 127], [1, 480, 0, 127], [1, 1, 1, 1], [2, 960, 60, 64]],
            'the last ticks' => [
                [$last - 2, 1, 127, 1], [$last - 1, 1, 0, 127], [$last - 960, 960, 60, 64], [$last - 481, 480, 60, 64],
            ],
            'both ends' => [[0, $last, 60, 64], [0, 1, 0, 1], [$last - 1, 1, 127, 127]],
            'one short note' => [[0, 1, 0, 1]],
            'one pitch, one moment' => [[480, 1, 127, 127], [480, 2, 127, 1], [480, 3, 127, 64]],
        ];
        foreach ($rows as $name => $notes) {
            $table = Notes::fromRows(
                array_map(
                    static fn (array $row): array => [
                        'start' => $row[0],
                        'length' => $row[1],
                        'pitch' => $row[2],
                        'velocity' => $row[3],
                        'playedStart' => -$row[0],
                        'playedEnd' => -$row[0],
                        'looseStart' => 40,
                        'looseVelocity' => -126,
                    ],
                    $notes,
                ),
            );
            foreach (
                [
                    [480, [0 => Meter::of(4, 4)], '1/16', 150],
                    [1, [0 => Meter::of(7, 8), 5 => Meter::of(1, 128)], '1/12', 100],
                    [32_767, [0 => Meter::of(255, 1)], 'bar', 0],
                ] as [$ppq, $meters, $grid, $swing]
            ) {
                $time = new Timeline(
                    MeterMap::of($ppq, $meters), TempoMap::of($ppq, [0 => 6_000_000, 960 => 1_000]),
                    Grid::parse($grid, $swing),
                );
                yield "{$name}, {$ppq} ticks, grid {$grid}" => [
                    $table,
                    new Context(
                        $time, Scale::parse('D dorian'), new Caret(480, 127), TickRange::of(0, $last), 960, null,
                        new NewNote(Amount::parse('1/16'), 127),
                    ),
                ];
            }
        }
    }

    private static function assertWithin(Notes $notes, string $name): void
    {
        foreach (Notes::COLUMNS as $column => ['min' => $min, 'max' => $max]) {
            $values = $notes->columns()[$column];
            if ($values !== [] && (min($values) < $min || max($values) > $max)) {
                self::fail("{$name}: {$column} goes from ".min($values).' to '.max($values));
            }
        }
        foreach ($notes->start as $i => $start) {
            if ($start + $notes->length[$i] > Bounds::LAST_TICK) {
                self::fail("{$name}: a note ends at ".($start + $notes->length[$i]));
            }
        }
    }
}
