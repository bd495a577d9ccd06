<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Content;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use PHPUnit\Framework\TestCase;

final class DraftTest extends TestCase
{
    public function test_a_copy_takes_every_column_it_is_given(): void
    {
        $notes = Notes::fromRows([['id' => 1, 'start' => 480, 'length' => 240]]);
        $values = array_diff_key(
            array_map(static fn (array $column): int => min(100, $column['max']), Notes::COLUMNS), ['id' => 0],
        );
        $draft = new Draft($notes);
        $draft->addLike(0, $values);
        $added = $draft->change(Selection::none())->notes->added;
        foreach ($values as $name => $value) {
            self::assertSame([$value], $added->columns()[$name], $name);
        }
    }
}
