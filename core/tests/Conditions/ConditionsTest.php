<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Conditions;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class ConditionsTest extends MusicTestCase
{
    /** @return array<string, array{string, list<int>}> */
    public static function conditions(): array
    {
        return [
            'a span of pitches with its ends' => ['pitch=60..64', [1, 2]],
            'pitches by name' => ['pitch=C4,G4', [1, 3]],
            'up to a velocity' => ['velocity=..40', [2, 4]],
            'short notes' => ['length=..1/32', [4]],
            'long notes' => ['length=1/4..', [3]],
            'on the first beat, as near as it was played' => ['beat=1', [1, 5]],
            'on two and four' => ['beat=2,4', [2, 4]],
            'between beats, exactly' => ['beat=2.1..3.5', [3]],
            'far from the lines' => ['offgrid=50..', [3]],
            'near the lines' => ['offgrid=..20', [1, 2, 4, 5]],
            'muted ones' => ['muted=yes', [5]],
            'in a bar, with a push before its line' => ['bar=2', [5]],
            'up to a bar' => ['bar=..1', [1, 2, 3, 4]],
            'from the caret on' => ['caret=after', [2, 3, 4, 5]],
            'before the caret' => ['caret=before', [1]],
            'ahead of their line' => ['timing=early', [2, 5]],
            'behind their line' => ['timing=late', [3, 4]],
            'what was selected' => ['selected=yes', [1, 3]],
            'what was not' => ['selected=no velocity=90', [5]],
            'all must hold' => ['pitch=60..72 velocity=..40', [2, 4]],
            'no condition, all notes' => ['', [1, 2, 3, 4, 5]],
        ];
    }

    /** @return array<string, array{string, list<int>}> */
    public static function amongOthers(): array
    {
        return [
            'the tops of chords, and notes alone' => ['part=top', [3, 4, 5, 6]],
            'the top voice, which nothing higher sounds over' => ['voice=top', [3, 5, 6]],
            'the bottom voice' => ['voice=bottom', [1, 4, 5, 6]],
            'the bottoms' => ['part=bottom', [1, 4, 5, 6]],
            'the second voice from above' => ['part=second', [2]],
            'what lies between' => ['part=inner', [2]],
            'every second moment' => ['every=2', [4, 6]],
            'every second of those on one pitch' => ['pitch=C4 every=2', [4]],
            'inside the range' => ['range=in', [1, 2, 3, 4]],
            'outside the range' => ['range=out', [5, 6]],
            'in the key' => ['scale=in', [1, 2, 4, 5, 6]],
            'outside the key' => ['scale=out', [3]],
            'running into a later chord' => ['overlap=yes', [3]],
            'running into nothing' => ['overlap=no', [1, 2, 4, 5, 6]],
            'running into their own pitch' => ['overlap=pitch', []],
            'by channel, counted from 1' => ['channel=2', [6]],
            'played by a technique' => ['technique=any', [4]],
            'played as ordinary' => ['technique=none pitch=C4', [1]],
            'the first channels' => ['channel=1..1', [1, 2, 3, 4, 5]],
        ];
    }

    /** @return array<string, array{string, list<int>}> */
    public static function byRows(): array
    {
        return [
            'by a word of their names' => ['row=hat', [1, 2]],
            'by the whole name' => ['row=open-hat', [2]],
            'of several rows' => ['row=kick,snare', [3, 4]],
            'of a row that no drum has' => ['row=gong', []],
        ];
    }

    /** @param  list<int>  $expected */
    #[DataProvider('byRows')]
    public function test_they_choose_by_the_names_of_rows(string $where, array $expected): void
    {
        $rows = array_map(
            static fn (int $pitch): array => ['start' => 0, 'length' => 60, 'pitch' => $pitch, 'clip' => 1],
            [42, 46, 36, 38],
        );
        $track = new Track(1, 0, 'Drums', voice: Voice::Drums);
        $song = Song::of(Conductor::of(self::PPQ), [$track], [new Clip(1, 1, 0, 1920)], []);
        $context = self::context()->among(OpenClips::in(OpenSong::of($song, [1], 1)));

        self::assertSame($expected, Conditions::parse($where)->choose(Notes::fromRows($rows), $context)->ids);
    }

    public function test_every_nth_counts_by_time_through_all_tracks(): void
    {
        $notes = Notes::fromRows(array_map(
            static fn (int $start, int $clip): array => ['start' => $start, 'length' => 60, 'clip' => $clip],
            [0, 480, 960, 240, 720, 1200], [1, 1, 1, 2, 2, 2],
        ));
        $context = self::context()->among(OpenClips::of([1 => 1, 2 => 2], 1));

        self::assertSame(
            [240, 720, 1200],
            $notes->at(array_values(Conditions::parse('every=2')->choose($notes, $context)->positions($notes)))->start,
        );
    }

    public function test_every_condition_has_an_example(): void
    {
        $cases = [...self::conditions(), ...self::amongOthers(), ...self::byRows()];
        preg_match_all('/(\w+)=/', implode(' ', array_column($cases, 0)), $found);

        self::assertSame([], array_diff(Conditions::NAMES, $found[1]), 'give the new condition a row in this test');
    }

    /** @param  list<int>  $expected */
    #[DataProvider('amongOthers')]
    public function test_they_look_at_the_notes_around(string $where, array $expected): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 240, 'pitch' => 60], ['start' => 4, 'length' => 240, 'pitch' => 64],
            ['start' => 8, 'length' => 900, 'pitch' => 66],
            ['start' => 480, 'length' => 240, 'pitch' => 60, 'technique' => 2],
            ['start' => 960, 'length' => 240, 'pitch' => 62],
            ['start' => 1440, 'length' => 240, 'pitch' => 62, 'channel' => 1],
        ]);

        self::assertSame(
            $expected, Conditions::parse($where)->choose($notes, self::context(key: 'D dorian', range: [0, 960]))->ids,
        );
    }

    #[TestWith(['range=in', 'needs a range'])]
    #[TestWith(['scale=in', 'needs a key'])]
    public function test_what_a_condition_needs_is_said(string $where, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);

        Conditions::parse($where)->choose(self::notes([0]), self::context());
    }

    /** @param  list<int>  $expected */
    #[DataProvider('conditions')]
    public function test_they_choose_notes(string $where, array $expected): void
    {
        $notes = Notes::fromRows([
            ['start' => 0, 'length' => 120, 'pitch' => 60, 'velocity' => 90],
            ['start' => 478, 'length' => 120, 'pitch' => 64, 'velocity' => 30],
            ['start' => 1010, 'length' => 700, 'pitch' => 67, 'velocity' => 90],
            ['start' => 1445, 'length' => 20, 'pitch' => 70, 'velocity' => 5],
            ['start' => 1915, 'length' => 120, 'pitch' => 80, 'velocity' => 90, 'muted' => 1],
        ]);

        self::assertSame(
            $expected,
            Conditions::parse($where)->choose($notes, self::context(caret: new Caret(400)), Selection::of([1, 3]))->ids,
        );
    }

    #[TestWith([
        'colour=red',
        'There are: pitch, velocity, length, beat, offgrid, channel, muted, part, every, range, scale, overlap',
    ])]
    #[TestWith(['velocity=200', 'numbers up to 127'])]
    #[TestWith(['pitch=', 'should read name=value'])]
    #[TestWith(['pitch=1..2..3', 'values or spans'])]
    #[TestWith(['muted=maybe', 'yes or no'])]
    #[TestWith(['length=long', 'no amount of time'])]
    #[TestWith(['every=0', 'a whole number from 1'])]
    #[TestWith(['part=middle', 'top or second or bottom or inner'])]
    #[TestWith(['channel=0', 'numbers up to 16 from 1'])]
    public function test_a_wrong_condition_is_refused_with_what_would_work(string $where, string $message): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($message);

        Conditions::parse($where);
    }

    public function test_a_condition_takes_two_hundred_values_and_says_so_of_more(): void
    {
        self::assertCount(
            1,
            Conditions::parse(
                'pitch='.implode(',', array_fill(0, 200, '60')),
            )->choose(self::notes([0, 100, 60]), self::context())->ids,
        );

        $this->expectException(BadInput::class);
        $this->expectExceptionMessage('pitch takes at most 200 values and spans');
        Conditions::parse('pitch='.implode(',', array_fill(0, 201, '60')));
    }
}
