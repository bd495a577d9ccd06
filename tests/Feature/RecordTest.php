<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\ClipRecord;
use App\Models\KeptKeymap;
use App\Models\KeptPhrase;
use App\Models\KeptRecipe;
use App\Models\Preference;
use App\Models\Record;
use App\Models\SongRecord;
use App\Models\StepRecord;
use App\Models\TrackRecord;
use Illuminate\Database\Eloquent\Attributes\Boot;
use Illuminate\Database\Eloquent\Attributes\Initialize;
use PHPUnit\Framework\Attributes\DataProvider;
use ReflectionClass;
use ReflectionMethod;
use Tests\AppTestCase;

/** What a record names instead of having it looked for is all that Laravel would find. */
final class RecordTest extends AppTestCase
{
    /** @return iterable<class-string<Record>, array{class-string<Record>}> */
    public static function records(): iterable
    {
        foreach (
            [
                SongRecord::class,
                TrackRecord::class,
                ClipRecord::class,
                StepRecord::class,
                KeptKeymap::class,
                KeptRecipe::class,
                KeptPhrase::class,
                Preference::class,
            ] as $class
        ) {
            if (is_subclass_of($class, Record::class)) {
                yield $class => [$class];
            }
        }
    }

    /** @param  class-string<Record>  $class */
    #[DataProvider('records')]
    public function test_a_record_names_all_that_its_traits_want_done_at_the_start(string $class): void
    {
        $traits = array_map(class_basename(...), array_values(class_uses_recursive($class)));
        $methods = (new ReflectionClass($class))->getMethods();
        $found = [];
        foreach ($methods as $method) {
            if (
                in_array(
                    $method->getName(),
                    array_map(static fn (string $trait): string => "initialize{$trait}", $traits),
                    true,
                )
                || $method->getAttributes(Initialize::class) !== []
            ) {
                $found[] = $method->getName();
            }
        }
        sort($found);
        $named = $class::initializers();
        sort($named);

        self::assertSame($found, $named);
    }

    /**
     * The two that every model has look for observers and scopes named in attributes, which no record has.
     *
     * @param  class-string<Record>  $class
     */
    #[DataProvider('records')]
    public function test_nothing_but_soft_deletes_wants_to_be_booted(string $class): void
    {
        $wanted = array_map(
            static fn (string $trait): string => 'boot'.class_basename($trait),
            array_values(class_uses_recursive($class)),
        );
        $found = array_filter(
            (new ReflectionClass($class))->getMethods(ReflectionMethod::IS_STATIC),
            static fn (ReflectionMethod $method): bool => in_array(
                $method->getName(), $wanted, true,
            ) || $method->getAttributes(Boot::class) !== [],
        );

        self::assertEqualsCanonicalizing(
            ['bootHasEvents', 'bootHasGlobalScopes', ...($class === SongRecord::class ? ['bootSoftDeletes'] : [])],
            array_map(static fn (ReflectionMethod $method): string => $method->getName(), $found),
        );
        self::assertSame([], (new ReflectionClass($class))->getAttributes());
    }
}
