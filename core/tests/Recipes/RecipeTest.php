<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Recipes;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\RecipeFile;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RecipeTest extends TestCase
{
    private const RULE = [
        'name' => 'Ghosts', 'lines' => ['delete'], 'help' => 'Out with them.', 'folder' => 'Mine',
        'choice' => [
            'scope' => 'range', 'join' => 'any',
            'groups' => [
                ['join' => 'any', 'conditions' => ['velocity=..20', 'length=..1/64']],
                ['join' => 'all', 'conditions' => ['muted=yes']],
            ],
        ],
        'keepsGrid' => true, 'leavesDrums' => true, 'keepsSelection' => true,
    ];

    public function test_a_recipe_is_kept_as_it_was_given(): void
    {
        self::assertSame(self::RULE, Recipe::fromArray(self::RULE)->toArray());
    }

    public function test_empty_lines_and_blanks_around_are_left_out(): void
    {
        $recipe = Recipe::fromArray(['name' => '  Chain ', 'lines' => ['', ' quantize ', '   ', 'legato']]);

        self::assertSame(['Chain', ['quantize', 'legato']], [$recipe->name, $recipe->lines]);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function wrong(): iterable
    {
        yield 'no name' => [['name' => ''], 'A recipe has a name'];
        yield 'a name with quotes' => [['name' => 'My "best"'], 'without quotes'];
        yield 'no lines' => [['lines' => ['', ' ']], 'Ghosts: a recipe has 1 to 50 lines'];
        yield 'too many lines' => [['lines' => array_fill(0, 51, 'mute')], 'Ghosts: a recipe has 1 to 50 lines'];
        yield 'lines that are no text' => [['lines' => [3]], 'Ghosts: lines are text'];
        yield 'a scope there is not' => [
            ['choice' => ['scope' => 'song', 'groups' => [['conditions' => ['beat=1']]]]],
            'from the selection, the range or the clip',
        ];
        yield 'a joint there is not' => [
            ['choice' => ['join' => 'xor', 'groups' => [['conditions' => ['beat=1']]]]], 'joined by all or any',
        ];
        yield 'no groups' => [['choice' => ['groups' => []]], 'A rule has 1 to 12 groups'];
        yield 'a group without conditions' => [
            ['choice' => ['groups' => [['conditions' => []]]]], 'A group has 1 to 12 conditions',
        ];
        yield 'a condition there is not' => [
            ['choice' => ['groups' => [['conditions' => ['mood=blue']]]]], 'There is no condition “mood”',
        ];
        yield 'a condition with a wrong value' => [
            ['choice' => ['groups' => [['conditions' => ['velocity=loud']]]]], 'velocity',
        ];
    }

    /** @param  array<string, mixed>  $changes */
    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_said(array $changes, string $why): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($why);

        Recipe::fromArray($changes + self::RULE);
    }

    public function test_recipes_survive_the_way_through_a_file(): void
    {
        $recipes = [
            Recipe::fromArray(self::RULE),
            Recipe::fromArray(['name' => 'Übermut', 'lines' => ['choose where="beat=1"', 'mute']]),
        ];

        $file = RecipeFile::read(RecipeFile::write($recipes));

        self::assertEquals($recipes, $file->recipes);
        self::assertSame([], $file->problems);
    }

    public function test_a_file_is_taken_as_far_as_it_can_be_understood(): void
    {
        $file = RecipeFile::read(
            (string) json_encode([
                'jactonic' => 'recipes', 'version' => 1, 'recipes' => [self::RULE, ['name' => 'X'], 'text'],
            ]),
        );

        self::assertCount(1, $file->recipes);
        self::assertCount(2, $file->problems);
    }

    public function test_what_is_no_file_of_recipes_is_refused(): void
    {
        foreach (
            [
                '',
                'no',
                '{}',
                '{"jactonic": "keymap", "recipes": []}',
                '{"jactonic": "recipes", "version": 2, "recipes": []}',
            ] as $text
        ) {
            try {
                RecipeFile::read($text);
                self::fail("“{$text}” was taken");
            } catch (BadInput $error) {
                self::assertNotSame('', $error->getMessage());
            }
        }
    }

    public function test_at_most_five_hundred_recipes_are_taken_at_once(): void
    {
        $file = static fn (int $count): string => (string) json_encode([
            'jactonic' => 'recipes', 'version' => 1,
            'recipes' => array_fill(0, $count, ['name' => 'Tight', 'lines' => ['quantize']]),
        ]);
        self::assertCount(500, RecipeFile::read($file(500))->recipes);

        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('The file has 501 recipes; at most 500 are taken at once.');
        RecipeFile::read($file(501));
    }
}
