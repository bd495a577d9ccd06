<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Lines;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\PreparedEdit;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** What an edit declares that it needs is what it does nothing without: screens, strips and scripts go by it. */
final class NeedsTest extends MusicTestCase
{
    private const ASKS = '/[Ss]elect (notes|points)|needs a range;/';

    /** @return iterable<string, array{PreparedEdit}> every edit of notes, plain and by its uses */
    public static function edits(): iterable
    {
        foreach (Catalog::standard()->declarations() as $declaration) {
            foreach ([$declaration->name, ...array_keys($declaration->uses)] as $line) {
                try {
                    $edit = Catalog::standard()->read($line);
                } catch (BadInput) {
                    continue;
                }
                // A line that names its place needs no other.
                if ($edit instanceof PreparedEdit && preg_grep('/\.\.|^range-/', $edit->line->parameters) === []) {
                    yield $line => [$edit];
                }
            }
        }
    }

    #[DataProvider('edits')]
    public function test_it_does_nothing_without_what_it_needs_and_asks_for_it(PreparedEdit $edit): void
    {
        try {
            $change = $edit->apply(self::notes([0, 240, 60], [480, 240, 64]), Selection::none(), self::context());
            $said = (string) $change->said;
        } catch (EditRefused $refused) {
            [$change, $said] = [null, $refused->getMessage()];
        }

        if ($edit->declaration->needs() !== []) {
            self::assertTrue($change === null || $change->isNothing());
            self::assertMatchesRegularExpression(self::ASKS, $said);
        } else {
            self::assertDoesNotMatchRegularExpression(self::ASKS, $said);
        }
    }
}
