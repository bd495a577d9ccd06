<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Edits;

use Jactonic\Core\Content\Course;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Values that follow a course drawn by hand. */
final class CourseTest extends MusicTestCase
{
    /**
     * @return array<string, array{string, list<int>, string}> the line, the velocities of five eighths of 100 after it,
     *     and what is said
     */
    public static function courses(): array
    {
        return [
            'a line from the first to the last' => [
                'course at="0:40 960:80"', [40, 50, 60, 70, 80], '5 notes set along a course from 40 to 80',
            ],
            'notes before and after it stay' => [
                'course at="240:10 480:30"', [100, 10, 30, 100, 100], '2 notes set along a course from 10 to 30',
            ],
            'it bends at its points' => ['course at="0:20 480:120 960:20"', [20, 70, 120, 70, 20], '5 notes set'],
            'commas part the points as well' => ['course at=0:20,480:120', [20, 70, 120, 100, 100], '3 notes set'],
            'one point holds for its own moment' => [
                'course at=480:7', [100, 100, 7, 100, 100], '1 note set along a course from 7 to 7',
            ],
            'a half is rounded away from zero' => ['course at="0:40 960:42"', [40, 41, 41, 42, 42], '5 notes set'],
            'scaled, the dynamics stay' => [
                'course at="0:100 960:50" mode=scale', [100, 88, 75, 63, 50],
                '4 notes scaled along a course from 100 to 50 %',
            ],
            'raised up to the limit' => [
                'course at="0:0 960:40" mode=add', [100, 110, 120, 127, 127],
                '4 notes raised or lowered along a course from 0 to 40, 2 stopped at the limit',
            ],
            'lowered down to 1' => [
                'course at="0:-126 960:-126" mode=add', [1, 1, 1, 1, 1], '5 notes raised or lowered',
            ],
            'nothing lies within it' => ['course at="1000:40 2000:80"', [100, 100, 100, 100, 100], 'Nothing changed'],
        ];
    }

    /** @param  list<int>  $velocities */
    #[DataProvider('courses')]
    public function test_velocities_follow_a_course(string $line, array $velocities, string $summary): void
    {
        $notes = self::notes(...array_map(static fn (int $k): array => [240 * $k, 120, 60, 100], range(0, 4)));
        $change = self::change($line, $notes);

        self::assertSame($velocities, self::values('velocity', $change->applyTo($notes)));
        self::assertStringStartsWith($summary, (string) $change->said);
    }

    public function test_only_what_is_selected_follows_a_course(): void
    {
        $notes = self::notes([0], [240], [480]);

        self::assertSame(
            [96, 45, 96],
            self::values('velocity', self::edit('course at="0:30 480:60"', $notes, selected: [$notes->id[1]])),
        );
    }

    /** @return array<string, array{string, string}> */
    public static function wrongCourses(): array
    {
        return [
            'back in time' => ['0:1 480:2 240:3', 'each of its points lies after the one before, which 240:3 does not'],
            'twice at one moment' => ['0:1 0:2', 'which 0:2 does not'],
            'no value' => ['0:1 480', 'course: at takes'],
            'nothing' => ['', 'course: at takes'],
            'past the last tick' => ['2147483633:1', 'course: at takes'],
            'too many' => [
                implode(' ', array_map(static fn (int $k): string => "{$k}:1", range(0, Course::MOST_POINTS))),
                'course: at takes 1 to 160 points',
            ],
        ];
    }

    #[DataProvider('wrongCourses')]
    public function test_what_is_no_course_is_refused(string $at, string $message): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($message);
        Catalog::standard()->read("course at=\"{$at}\"");
    }

    public function test_a_course_of_as_many_points_as_there_may_be_is_taken_up_to_the_last_tick(): void
    {
        $course = Course::parse(
            implode(
                ' ', array_map(static fn (int $k): string => "{$k}:{$k}", range(1, Course::MOST_POINTS - 1)),
            ).' 2147483632:0',
        );

        self::assertSame(
            [null, 1.0, 77.0, 0.0], [$course->at(0), $course->at(1), $course->at(77), $course->at(2147483632)],
        );
    }

    /** @return array<string, array{string, string}> */
    public static function valuesPastTheirRange(): array
    {
        return [
            'a velocity of 0' => [
                'course at="0:0 960:64"',
                'A course with mode=set takes velocities from 1 to 127; this one goes from 0 to 64.',
            ],
            'a velocity of 128' => ['course at=0:128', 'velocities from 1 to 127'],
            'a share over 400 %' => ['course at=0:401 mode=scale', 'shares in % from 0 to 400'],
            'a share below nothing' => ['course at=0:-1 mode=scale', 'shares in % from 0 to 400'],
            'a difference over 126' => ['course at=0:127 mode=add', 'differences from -126 to 126'],
        ];
    }

    #[DataProvider('valuesPastTheirRange')]
    public function test_a_course_keeps_within_its_range(string $line, string $message): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($message);
        self::change($line, self::notes([0]));
    }
}
