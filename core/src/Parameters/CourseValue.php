<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Course;

/** A course of values over time, written as its points: `0:64 480:90`. */
final readonly class CourseValue implements Kind
{
    public function name(): string
    {
        return 'course';
    }

    public function read(string $text): Course
    {
        return Course::parse($text);
    }

    public function allowed(): string
    {
        return '1 to '.Course::MOST_POINTS.' points as tick:value, each after the one before, such as "0:64 480:90"';
    }

    public function describe(): array
    {
        return ['most' => Course::MOST_POINTS];
    }
}
