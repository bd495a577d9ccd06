<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\History;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\History\Joining;
use Jactonic\Core\History\PackedStep;
use Jactonic\Core\History\Step;
use Jactonic\Core\History\Tree;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** A step of a song's history: what joins it, what it keeps, and how steps hang together. */
final class StepTest extends MusicTestCase
{
    /**
     * @return iterable<string, array{string, string, int, list<int>, string}> line, then line, ms later, on which
     *     notes, what the history shows; '' where nothing is left
     */
    public static function repeats(): iterable
    {
        yield 'a quick repeat' => ['nudge', 'nudge', 800, [1, 2], 'nudge × 2'];
        yield 'the selection in another order' => ['nudge', 'nudge', 10, [2, 1], 'nudge × 2'];
        yield 'too late' => ['nudge', 'nudge', 801, [1, 2], 'nudge'];
        yield 'the machine was started between' => ['nudge', 'nudge', -1, [1, 2], 'nudge'];
        yield 'another edit' => ['nudge', 'velocity add=1', 10, [1, 2], 'velocity add=1'];
        yield 'farther back than it went' => ['nudge by=20tk', 'nudge by=-1tk', 10, [1, 2], 'nudge by=-1tk'];
        yield 'back to where it began' => ['nudge', 'nudge by=-grid', 10, [1, 2], ''];
        yield 'back too late' => ['nudge', 'nudge by=-grid', 900, [1, 2], 'nudge by=-grid'];
        yield 'other notes' => ['nudge', 'nudge', 10, [1], 'nudge'];
        yield 'a gesture is one line' => ['velocity add=5', 'velocity add=-2', 10, [1, 2], 'velocity add=3'];
        yield 'a nudge by the clock' => ['nudge by=5ms', 'nudge by=5ms', 10, [1, 2], 'nudge by=10ms'];
        yield 'a nudge by that of the keys' => ['nudge by=-step', 'nudge by=-step', 10, [1, 2], 'nudge by=-2step'];
        yield 'a nudge of ends' => [
            'nudge by=5ms edge=end', 'nudge by=5ms edge=end', 10, [1, 2], 'nudge by=10ms edge=end',
        ];
        yield 'a nudge of another edge' => ['nudge by=5ms edge=end', 'nudge by=5ms', 10, [1, 2], 'nudge by=5ms'];
        yield 'a nudge back' => ['nudge by=5ms', 'nudge by=-5ms', 10, [1, 2], ''];
        yield 'borders, which stop where a note would vanish' => [
            'nudge by=5ms edge=border', 'nudge by=5ms edge=border', 10, [1, 2], 'nudge by=5ms edge=border × 2',
        ];
        yield 'a slider that is moved on' => ['track volume=90', 'track volume=91', 10, [1, 2], 'track volume=91'];
        yield 'a tempo that is turned on' => ['tempo to=121', 'tempo to=122', 10, [1, 2], 'tempo to=122'];
        yield 'a gesture on other notes' => ['velocity add=5', 'velocity add=-2', 10, [2], 'velocity add=-2'];
        yield 'a gesture that waited' => ['velocity add=5', 'velocity add=-2', 900, [1, 2], 'velocity add=-2'];
    }

    /** @param  list<int>  $selected */
    #[DataProvider('repeats')]
    public function test_quick_keys_on_one_selection_are_one_step(
        string $line, string $next, int $later, array $selected, string $title,
    ): void {
        $notes = self::notes([0], [240]);
        $song = OpenSong::ofNotes($notes, Conductor::of(self::PPQ));
        $first = $this->step($line, $song, [1, 2], 1000);
        $moved = $song->with($first->change->applyTo($song->song));
        $joining = Joining::of(
            [$line], 1000, static fn (): Step => $first, Script::read([$next], Catalog::standard()),
            Selection::of($selected), 1000 + $later,
        );
        $second = $this->step($next, $moved, $selected, 1000 + $later);

        $joined = $joining?->by($second->change);
        $whole = $joined?->and($second);
        self::assertSame($title, match (true) {
            $joining?->combined !== null => $joining->combined,
            $whole === null => $second->title(),
            default => $whole->isNothing() && ! $first->isNothing() ? '' : $whole->title(),
        });
    }

    public function test_steps_that_are_joined_do_what_both_did_and_say_how_far_they_went(): void
    {
        $notes = self::notes([0], [240]);
        $song = OpenSong::ofNotes($notes, Conductor::of(self::PPQ));
        $first = $this->step('nudge', $song, [1, 2], 1000);
        $both = $first->and($this->step('nudge', $song->with($first->change->applyTo($song->song)), [1, 2], 1100));

        self::assertSame([240, 480], $both->change->applyTo($song->song)->contentOf(0)->notes->start);
        self::assertTrue(
            $both->change->reversed()->applyTo($both->change->applyTo($song->song))->contentOf(0)->notes
                ->equals($notes),
        );
        self::assertSame('2 notes moved 240 ticks (250 ms) later', (string) $both->said);
        self::assertSame(1100, $both->at);
        $old = new Step(['nudge'], $first->before, $first->after, $first->change, 1000);
        self::assertSame(
            '2 notes moved 120 ticks (125 ms) later', (string) $old->and($first)->said, 'a step of before said nothing',
        );
    }

    public function test_what_something_else_came_after_is_joined_no_more(): void
    {
        self::assertNull(Joining::of(
            ['nudge'], 1000, static fn (): ?Step => null, Script::read(['nudge'], Catalog::standard()),
            Selection::of([1, 2]), 1001,
        ));
    }

    public function test_a_repeat_that_comes_back_to_its_beginning_is_nothing(): void
    {
        $song = OpenSong::ofNotes(self::notes([0], [480]), Conductor::of(self::PPQ));
        $step = null;
        for ($press = 1; $press <= 16; $press++) {
            $next = $this->step('rotate', $song, [1, 2], 1000 + $press);
            $song = $song->with($next->change->applyTo($song->song));
            $step = $step?->and($next) ?? $next;
            self::assertSame($press === 16, $step->isNothing(), "press {$press}");
        }
    }

    public function test_what_changed_in_a_song_is_kept_and_read_back(): void
    {
        $before = Song::of(
            Conductor::of(480, [ConductorEvent::ofTempo(0, 92)]),
            [new Track(1, 0, 'Kalimba'), new Track(2, 1, 'Upright bass')],
            [new Clip(1, 1, 0, 1920), new Clip(2, 2, 1920, 1920)],
            [1 => ClipContent::ofNotes(self::notes([0], [480])), 2 => ClipContent::none()], 3,
        );
        $after = $before->withTrack($before->tracks[2]->with(['name' => 'Bells', 'pan' => -20]))->withoutClip(1)
            ->withClip(new Clip(3, 2, 0, 960), ClipContent::ofNotes(Notes::fromRows([['id' => 3, 'pitch' => 72]])))
            ->conducted($before->conductor->with(ConductorEvent::of(ConductorKind::Key, 960, 'D dorian')));
        $change = PackedStep::unpack(PackedStep::pack(SongChange::between($before, $after)));

        $done = $change->applyTo($before);
        self::assertSame(['Kalimba', 'Bells'], array_column($done->tracks, 'name'));
        self::assertSame([2, 3], array_keys($done->clips));
        self::assertSame([72], $done->contentOf(3)->notes->pitch);
        self::assertSame('D dorian', (string) $done->conductor->keyAt(2000));
        $undone = $change->reversed()->applyTo($done);
        self::assertTrue(SongChange::between($before, $undone)->isNothing());
        self::assertTrue($change->followedBy($change->reversed())->isNothing());
    }

    public function test_the_way_between_two_steps_goes_over_the_place_where_they_part(): void
    {
        $tree = Tree::of([1 => null, 2 => 1, 3 => 2, 4 => 1, 5 => 4, 6 => null]);

        self::assertSame(['back' => [3, 2], 'forth' => [4, 5]], $tree->way(3, 5));
        self::assertSame(['back' => [5, 4, 1], 'forth' => []], $tree->way(5, null));
        self::assertSame(['back' => [], 'forth' => [6]], $tree->way(null, 6));
        $this->expectException(BadInput::class);
        $tree->way(null, 7);
    }

    /** @param  list<int>  $selected */
    private function step(string $line, OpenSong $song, array $selected, int $at): Step
    {
        $done = Script::read([$line], Catalog::standard())->apply($song, Selection::of($selected), self::context());

        return new Step(
            $done->lines, Selection::of($selected), $done->selection, $done->change(), $at, said: $done->said,
        );
    }
}
