<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Timing;

use Jactonic\Core\Content\CurvesGo;
use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointDraft;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Spans\ArrangesSpans;
use Jactonic\Core\Edits\Spans\InClips;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Parameters\Ratio;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Song;

/** Makes music slower or faster: distances from an anchor, lengths and played moments are multiplied by a factor. */
final readonly class Stretch implements InClips
{
    use ArrangesSpans;

    private const LARGEST = 16;

    public function declaration(): Declaration
    {
        return new Declaration(
            'stretch',
            'Stretch',
            Group::Timing,
            'Multiplies the distances between notes and their lengths, to play them slower or faster.',
            [
                Parameter::ratio(
                    'factor', 'Above 1 slower and longer, below 1 faster and shorter.', largest: self::LARGEST,
                    default: '2',
                ),
                Parameter::choice(
                    'anchor', 'What stays in its place: the first note, or the caret.', options: ['start', 'caret'],
                    default: 'start',
                ),
            ],
            synonyms: ['slower', 'faster', 'compress time', 'expand', 'scale time'],
            uses: [
                'stretch factor=1/2' => 'Twice as fast',
                'stretch factor=2' => 'Half as fast',
                'stretch factor=2/3' => 'Straight to triplets',
                'stretch factor=3/2' => 'Triplets to straight',
            ],
            onClips: true,
            onPoints: true,
            bare: ['factor'],
        );
    }

    public function arrange(Spans $spans, Context $context, Parameters $parameters): Said
    {
        $factor = $parameters->ratio('factor');
        $first = $spans->start[$spans->places[0]];
        $anchor = $parameters->choice('anchor') === 'caret' ? $context->caret->tick : $first;
        if ($anchor + $factor->of($first - $anchor) < 0) {
            throw new EditRefused(
                "Nothing stretched: the first {$spans->noun->value} would come before the start of the song. Take a "
                    .'smaller factor, or anchor=start.',
            );
        }

        $spans->curves = CurvesGo::Stretched;
        foreach ($spans->places as $i) {
            $start = $anchor + $factor->of($spans->start[$i] - $anchor);
            $end = max($start + 1, $anchor + $factor->of($spans->end($i) - $anchor));
            [$spans->start[$i], $spans->length[$i]] = [$start, $end - $start];
            $spans->playedStart[$i] = $factor->of($spans->playedStart[$i]);
            $spans->playedEnd[$i] = $factor->of($spans->playedEnd[$i]);
        }
        $faster = $factor->numerator < $factor->denominator;
        $times = $faster ? $factor->denominator / $factor->numerator : $factor->numerator / $factor->denominator;

        return $factor->numerator === $factor->denominator
            ? Said::nothing('Nothing changed: a factor of 1 leaves things as they are.')
            : Said::of($spans->counted(), 'made '.round($times, 2).' times '.($faster ? 'as fast' : 'as slow'));
    }

    /**
     * Where points go: those of lanes by the factor, curves along with their notes.
     *
     * @param  array<int, int>  $starts  of the notes then
     * @param  array<int, int>  $lengths
     * @return list<int>
     */
    private static function curvesWithin(ClipContent $content, array $starts, array $lengths, Ratio $factor): array
    {
        $places = array_flip($content->notes->id);
        $ticks = [];
        foreach ($content->points->start as $i => $tick) {
            $k = $places[$content->points->note[$i]] ?? null;
            $ticks[] = $k === null
                ? $factor->of($tick)
                : NoteCurves::scaled(
                    $tick, $content->notes->start[$k], $content->notes->length[$k], $starts[$k], $lengths[$k],
                );
        }

        return $ticks;
    }

    public function inClip(Song $song, int $clip, Parameters $parameters): Song
    {
        $factor = $parameters->ratio('factor');
        $there = $song->clips[$clip];
        $content = $song->contentOf($clip);
        $notes = $content->notes;
        $lengths = array_map(
            static fn (int $start, int $length): int => max(1, $factor->of($start + $length) - $factor->of($start)),
            $notes->start, $notes->length,
        );

        return $song->withClip(
            $there->with([
                'offset' => $factor->of($there->offset),
                'loop' => $there->loop === 0 ? 0 : max(1, $factor->of($there->loop)),
            ]),
            new ClipContent(
                $notes->with([
                    'start' => array_map($factor->of(...), $notes->start), 'length' => $lengths,
                    'playedStart' => array_map($factor->of(...), $notes->playedStart),
                    'playedEnd' => array_map($factor->of(...), $notes->playedEnd),
                ]),
                PointDraft::moved(
                    $content->points,
                    self::curvesWithin($content, array_map($factor->of(...), $notes->start), $lengths, $factor),
                ),
            ),
        );
    }
}
