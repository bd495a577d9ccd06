<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Recipes;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\ScreenCommands;
use Jactonic\Core\Recipes\Reach;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

final class ScriptTest extends MusicTestCase
{
    /** @param  array<string, array<string, mixed>>  $recipes  by name */
    private static function done(array $lines, Notes $notes, array $recipes = [], ?Selection $selection = null): State
    {
        return self::read($lines, $recipes)->apply(
            OpenSong::ofNotes($notes, Conductor::of(self::PPQ)), $selection ?? Selection::all($notes), self::context(),
        );
    }

    /** @param  array<string, array<string, mixed>>  $recipes  by name */
    private static function read(array $lines, array $recipes): Script
    {
        $find = static fn (string $name): ?Recipe => isset($recipes[$name])
            ? Recipe::fromArray(['name' => $name] + $recipes[$name])
            : null;
        $swing = ['name' => 'swing', 'parameters' => [
            ['name' => 'by', 'kind' => 'whole-number', 'min' => -150, 'max' => 150],
            ['name' => 'to', 'kind' => 'whole-number', 'min' => 0, 'max' => 150],
        ]];

        return Script::read(
            $lines, Catalog::standard(), $find,
            static fn (): ScreenCommands => ScreenCommands::of([['name' => 'play', 'parameters' => []], $swing]),
        );
    }

    public function test_triplet_steps_are_cut_and_the_grid_is_straight_again(): void
    {
        $done = self::done(['recipe name=Trips'], self::notes([0, 480, 60]), ['Trips' => [
            'lines' => ['grid value=1/8', 'grid-kind to=triplet', 'steps'], 'keepsGrid' => true,
        ]]);

        self::assertSame([0, 160, 320], $done->notes()->start);
        self::assertSame('1/16', (string) $done->context->time->grid);
        self::assertSame('“Trips”: 1 note cut into 3 steps', (string) $done->said);
    }

    public function test_a_grid_that_is_not_put_back_stays_for_the_next_line_and_after(): void
    {
        $done = self::done(['grid-step to=coarser', 'swing to=100', 'length'], self::notes([0, 100, 60]));

        self::assertSame([240], $done->notes()->length);
        self::assertSame(['1/8', 100], [(string) $done->context->time->grid, $done->context->time->grid->swing]);
    }

    public function test_an_error_in_the_third_line_says_so_and_leaves_the_notes_as_they_were(): void
    {
        $notes = self::notes([0, 100, 60], [480, 100, 120]);

        $this->expectException(EditRefused::class);
        $this->expectExceptionMessageMatches(
            '/^Line 3 \(transpose octaves=1\): Nothing moved: .* Nothing was changed\.$/',
        );

        self::done(['velocity set=20', 'nudge by=1/4', 'transpose octaves=1'], $notes);
    }

    #[TestWith(['grid'])]
    #[TestWith(['choose what=all'])]
    #[TestWith(['select what=all where="pitch=60"'])]
    #[TestWith(['recipe name=Trips times=2'])]
    public function test_a_line_of_the_screen_takes_its_one_parameter_and_no_other(string $line): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage(explode(' ', $line)[0].' takes ');

        self::done([$line], self::notes([0, 100, 60]), ['Trips' => ['lines' => ['quantize']]]);
    }

    public function test_only_lines_that_paste_need_what_was_cut(): void
    {
        $recipes = [
            'Twice' => ['lines' => ['recipe name=Again']], 'Again' => ['lines' => ['grid value=1/8', 'paste']],
            'Tight' => ['lines' => ['quantize']],
        ];
        $needs = static fn (string ...$lines): Reach => self::read(array_values($lines), $recipes)->reach();

        foreach (['paste', 'clip-paste', 'recipe name=Twice'] as $line) {
            self::assertTrue($needs('quantize', $line)->clipboard, $line);
        }
        foreach (
            [
                'nudge',
                'copy',
                'track-new',
                'tempo to=90',
                'clip-join',
                'grid value=1/8',
                'choose where="pitch=60"',
                'select what=all',
                'recipe name=Tight',
            ] as $line
        ) {
            self::assertFalse($needs('quantize', $line)->clipboard, $line);
        }
    }

    public function test_only_lines_about_the_song_need_all_of_it(): void
    {
        $needs = static fn (string ...$lines): Reach => self::read(
            array_values($lines), ['Tight' => ['lines' => ['quantize']], 'Fast' => ['lines' => ['tempo to=150']]],
        )->reach();

        self::assertFalse(
            $needs(
                'grid value=1/8', 'swing to=30', 'select what=all', 'choose where="pitch=60"', 'transpose octaves=1',
                'recipe name=Tight',
            )->song,
        );
        self::assertTrue($needs('grid value=1/8', 'recipe name=Fast')->song);
    }

    public function test_a_line_that_cannot_be_read_is_named(): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('Line 2: There is no edit “quantise”');

        self::done(['velocity set=20', 'quantise'], self::notes([0, 100, 60]));
    }

    public function test_recipes_run_recipes_but_never_themselves(): void
    {
        $recipes = [
            'Loud' => ['lines' => ['velocity set=110']], 'Both' => ['lines' => ['recipe name=Loud', 'mute']],
            'A' => ['lines' => ['recipe name=B']], 'B' => ['lines' => ['recipe name=A']],
        ];

        $done = self::done(['recipe name=Both'], self::notes([0, 100, 60, 50]), $recipes);
        self::assertSame([[110], [1]], [$done->notes()->velocity, $done->notes()->muted]);

        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('The recipe “A” would run itself: A → B → A.');
        self::done(['recipe name=A'], self::notes([0, 100, 60]), $recipes);
    }

    public function test_recipes_that_double_at_every_level_are_refused_before_they_run(): void
    {
        $recipes = ['Level 0' => ['lines' => ['velocity add=1']]];
        foreach (range(1, 20) as $level) {
            $below = 'recipe name="Level '.($level - 1).'"';
            $recipes["Level {$level}"] = ['lines' => [$below, $below]];
        }
        $before = self::notes([0, 100, 60]);
        self::assertSame(
            $before->velocity[0] + 16, self::done(['recipe name="Level 4"'], $before, $recipes)->notes()->velocity[0],
        );

        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('more than 1,000 lines together');
        self::done(['recipe name="Level 20"'], self::notes([0, 100, 60]), $recipes);
    }

    public function test_a_thousand_lines_are_run_and_one_more_is_not(): void
    {
        self::assertSame(
            [60], self::done(array_fill(0, 1_000, 'grid value=1/8'), self::notes([0, 100, 60]))->notes()->pitch,
        );

        $this->expectException(BadInput::class);
        self::done(array_fill(0, 1_001, 'grid value=1/8'), self::notes([0, 100, 60]));
    }

    public function test_lines_choose_the_notes_of_the_lines_after_them(): void
    {
        $done = self::done(
            ['choose where="velocity=..20"', 'delete', 'select what=all', 'velocity set=64'],
            self::notes([0, 100, 60, 10], [480, 100, 62, 90], [960, 100, 64, 80]),
        );

        self::assertSame([64, 64], $done->notes()->velocity);
        self::assertCount(2, $done->selection->ids);
    }

    public function test_what_only_a_screen_can_do_is_handed_back(): void
    {
        self::assertSame(['play'], self::done(['velocity set=20', 'play'], self::notes([0, 100, 60]))->forTheScreen);
    }

    /** @return iterable<string, array{array<string, mixed>, list<int>}> */
    public static function rules(): iterable
    {
        yield 'all conditions at once' => [
            ['join' => 'all', 'groups' => [['join' => 'all', 'conditions' => ['velocity=..50', 'pitch=60']]]], [60],
        ];
        yield 'any of them' => [
            ['join' => 'all', 'groups' => [['join' => 'any', 'conditions' => ['velocity=..30', 'pitch=67']]]], [62, 67],
        ];
        yield 'any of two groups' => [
            [
                'join' => 'any',
                'groups' => [['conditions' => ['velocity=..50', 'pitch=60']], ['conditions' => ['velocity=100..']]],
            ],
            [60, 67],
        ];
        yield 'two groups at once' => [
            [
                'join' => 'all',
                'groups' => [
                    ['join' => 'any', 'conditions' => ['pitch=60', 'pitch=62']], ['conditions' => ['velocity=..30']],
                ],
            ],
            [62],
        ];
        yield 'of the range alone' => [['scope' => 'range', 'groups' => [['conditions' => ['velocity=1..']]]], [62]];
        yield 'of the selection alone' => [
            ['scope' => 'selection', 'groups' => [['conditions' => ['velocity=1..']]]], [60, 62],
        ];
        yield 'none' => [['groups' => [['conditions' => ['velocity=5']]]], []];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('rules')]
    public function test_a_rule_works_on_what_matches(array $choice, array $muted): void
    {
        $notes = self::notes([0, 100, 60, 40], [480, 100, 62, 20], [960, 100, 67, 110]);
        $rule = Recipe::fromArray(['name' => 'R', 'lines' => ['mute state=on'], 'choice' => $choice]);
        $script = Script::read(['recipe name=R'], Catalog::standard(), static fn (): Recipe => $rule);

        $done = $script->apply(
            OpenSong::ofNotes($notes, Conductor::of(self::PPQ)), Selection::of([1, 2]),
            self::context(range: [480, 960]),
        )->notes();

        self::assertSame(
            $muted,
            array_values(array_filter(array_map(
                static fn (int $i): ?int => $done->muted[$i] ? $done->pitch[$i] : null, array_keys($done->id),
            ))),
        );
        self::assertEquals($rule, Recipe::fromArray($rule->toArray()), 'it is kept as it is');
    }
}
