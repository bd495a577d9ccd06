<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\CurvesGo;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Clips\ChosenClips;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\InClips;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;

/** Mirrors the selection in time within its own span: the last end becomes the first start. Doing it twice restores. */
final readonly class Reverse implements InClips
{
    use ArrangesSpans;

    public function declaration(): Declaration
    {
        return new Declaration(
            'reverse', 'Reverse', Group::Timing, 'Mirrors the selection in time: the last note comes first.',
            synonyms: ['backwards', 'retrograde', 'mirror', 'flip'], onClips: true, onPoints: true,
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $from = $spans->start[$spans->places[0]];
        $to = 0;
        foreach ($spans->places as $i) {
            $to = max($to, $spans->start[$i] + $spans->length[$i]);
        }
        [$starts, $playedStarts, $playedEnds] = [$spans->start, $spans->playedStart, $spans->playedEnd];
        foreach ($spans->places as $i) {
            $starts[$i] = $from + $to - $starts[$i] - $spans->length[$i];
            [$playedStarts[$i], $playedEnds[$i]] = [-$playedEnds[$i], -$playedStarts[$i]];
        }
        // Of a clip that lies the same both ways what it holds is mirrored.
        if ($starts === $spans->start && $spans->noun !== Noun::Clip) {
            return Said::nothing("Nothing reversed: the {$spans->noun->many()} lie the same both ways.");
        }
        [$spans->start, $spans->playedStart, $spans->playedEnd] = [$starts, $playedStarts, $playedEnds];
        $spans->curves = CurvesGo::Mirrored;

        return Said::of($spans->counted(), 'reversed');
    }

    /** What is seen of the clip sounds backwards, its rounds as notes of their own. */
    public function inClip(Song $song, int $clip, Parameters $parameters): Song
    {
        [$song, $there] = ChosenClips::unrolled($song, $song->clips[$clip]);
        $content = Sounding::roundsOf($song, $there)[0]->shifted(-$there->start);
        $notes = $content->notes;
        $points = $content->points;
        $starts = array_map(
            static fn (int $start, int $length): int => $there->length - $start - $length, $notes->start,
            $notes->length,
        );
        $mirrored = static fn (int $end): int => $there->length - $end;

        return $song->withClip($there->with(['offset' => 0]), new ClipContent(
            $notes->with([
                'start' => $starts,
                'playedStart' => array_map(static fn (int $offset): int => -$offset, $notes->playedEnd),
                'playedEnd' => array_map(static fn (int $offset): int => -$offset, $notes->playedStart),
            ]),
            $points->with([
                'start' => array_map($mirrored, self::ends($points, $notes, $there->length)),
            ]),
        ));
    }

    /**
     * Where each point gives way to the next one of its lane, those of a curve within its note: a value lasts as long
     * backwards as forwards.
     *
     * @return array<int, int> ticks, by place
     */
    private static function ends(Points $points, Notes $notes, int $length): array
    {
        $ends = $next = [];
        $last = array_combine($notes->id, array_map(
            static fn (int $start, int $lasts): int => $start + $lasts, $notes->start, $notes->length,
        ));
        foreach (array_reverse($points->start, true) as $i => $start) {
            $course = $points->courseOf($i);
            $ends[$i] = $next[$course] ?? $last[$points->note[$i]] ?? $length;
            $next[$course] = $start;
        }
        ksort($ends);

        return $ends;
    }
}
