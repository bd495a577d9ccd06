<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Course;
use Jactonic\Core\Content\CurveOf;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;

/** Draws a curve within notes: pitch in cents, loudness or timbre over their length. */
final readonly class DrawCurve implements Edit
{
    /** The end of a note, as curves count along it. */
    private const WHOLE = 1000;

    /** So far apart its points lie at least, in ms. */
    private const APART = 10;

    /** So many points one note has at most; those of a very long one lie farther apart. */
    private const MOST_OF_A_NOTE = 2000;

    public function declaration(): Declaration
    {
        return new Declaration(
            'curve',
            'Curve within notes',
            Group::Playing,
            'Lets the pitch, the loudness or the timbre of single notes follow a curve over their length.',
            [
                Parameter::choice(
                    'of', 'What follows it.', options: array_column(CurveOf::cases(), 'value'), default: 'pitch',
                ),
                Parameter::course(
                    'at',
                    'Its points as place:value, the place from 0 at the start of the note to 1000 at its end; pitch in '
                        .'cents from -4800 to 4800, loudness and timbre from 0 to 127.',
                    default: '0:0 1000:0',
                ),
            ],
            synonyms: ['mpe', 'per note', 'glide', 'slide', 'scoop', 'fall', 'swell of a note', 'fade of a note'],
            uses: [
                'curve at="0:-200 250:0 1000:0"' => 'Scoop up into the note',
                'curve at="0:0 700:0 1000:-700"' => 'Fall off at the end',
                'curve of=loudness at="0:127 1000:0"' => 'Fade the note',
                'curve of=loudness at="0:20 1000:127"' => 'Swell the note',
                'curve at="0:0"' => 'No bend within the note',
            ],
            isHeard: true,
            bare: ['of'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $of = CurveOf::from($parameters->choice('of'));
        $course = $parameters->course('at');
        if ($course->lowest() < $of->least() || $course->highest() > $of->most() || $course->last() > self::WHOLE) {
            throw new EditRefused(
                "A curve of {$of->value} takes values from {$of->least()} to {$of->most()} at places from 0 to "
                    .self::WHOLE.'.',
            );
        }
        [$kind, $number] = $of->kind();
        $points = $context->points;
        $draft = new PointDraft($points, $notes->nextId);
        $places = $selection->positions($notes);
        $chosen = array_fill_keys(array_map(static fn (int $i): int => $notes->id[$i], $places), true);
        foreach ($points->note as $i => $note) {
            if (isset($chosen[$note]) && $points->kind[$i] === $kind->value && $points->number[$i] === $number) {
                $draft->remove($i);
            }
        }
        foreach ($places as $i) {
            foreach (self::points($course, $of, $notes->start[$i], $notes->length[$i], $context) as [$tick, $value]) {
                $draft->add([
                    'start' => $tick, 'kind' => $kind->value, 'number' => $number, 'value' => $value,
                    'channel' => $notes->channel[$i], 'note' => $notes->id[$i], 'clip' => $notes->clip[$i],
                ]);
            }
        }

        return Change::nothing($selection, Said::did(
            count($places), Noun::Note,
            "with a curve of {$of->value} from {$course->lowest()} to {$course->highest()}"
                .($of === CurveOf::Pitch ? ' cents' : ''),
        ))->withPoints($draft->change());
    }

    /**
     * The points of a course over a note; none at its start where that is what holds anyway.
     *
     * @return list<array{int, int}> tick and value
     */
    private static function points(Course $course, CurveOf $of, int $start, int $length, Context $context): array
    {
        $points = [];
        $last = $of->value($of->rest());
        $apart = max(
            1, Amount::parse(self::APART.'ms')->ticksAt($start, $context->time), intdiv($length, self::MOST_OF_A_NOTE),
        );
        for ($tick = 0; $tick < $length; $tick += $apart) {
            $at = (int) round($tick * self::WHOLE / $length);
            $written = $course->at(max($course->first(), min($course->last(), $at)));
            $value = $of->value($written ?? $of->rest());
            if ($value !== $last) {
                $points[] = [$start + $tick, $last = $value];
            }
        }

        return $points;
    }
}
