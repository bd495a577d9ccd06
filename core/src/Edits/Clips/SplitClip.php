<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/**
 * Cuts clips in pieces. Each piece keeps the notes that begin in it; one that sounds across is cut as well.
 */
final readonly class SplitClip implements SongEdit
{
    private const ENDS = 'range';

    private const MOST_CUTS = 512;

    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-split',
            'Split the clip',
            Group::Clips,
            'Cuts the chosen clips, or the one in front, and the notes that sound across: in two, at both ends of the '
                .'range, or at every line of a grid.',
            [
                Parameter::moment('at', 'Where to cut.', more: [self::ENDS]),
                Parameter::grid('every', 'At every line of a grid instead.', absent: 'once'),
            ],
            subject: Subject::Clip,
            synonyms: ['cut clip', 'divide', 'slice'],
            uses: [
                'clip-split at=range' => 'Split the clips at the ends of the range',
                'clip-split every=grid' => 'Split the clips at every line of the grid',
                'clip-split every=bar' => 'Split the clips at every bar line',
            ],
            bare: ['at', 'every'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $clips = ChosenClips::of($open, $context);
        $cuts = array_map(static fn (Clip $clip): array => self::cuts($clip, $context, $parameters), $clips);
        $count = count(array_merge(...$cuts));
        if ($count === 0) {
            throw new EditRefused(self::whyNot($clips, $context, $parameters));
        }
        if ($count > self::MOST_CUTS) {
            throw new EditRefused(
                'That would make more than '.self::MOST_CUTS.' clips; take a coarser grid, or fewer clips.',
            );
        }
        [$song, $behind, $cut] = [$open->song, [], 0];
        foreach ($clips as $k => $clip) {
            if ($cuts[$k] !== [] && $clip->loop > 0) {
                throw new EditRefused('A clip that loops cannot be split; take clip loop=off first.');
            }
            $cut += $cuts[$k] === [] ? 0 : 1;
            // From behind: what is left of the first cut is cut again.
            foreach (array_reverse($cuts[$k]) as $at) {
                [$song, $behind[]] = self::cut($song, $song->clips[$clip->id], $at);
            }
        }
        sort($behind);
        $ticks = array_values(array_unique(array_merge(...$cuts)));

        return SongResult::opening(
            $open, $song, [...$open->open, ...$behind], $open->front,
            Said::of(Noun::Clip->named($cut), count($ticks) === 1
                ? "split at {$context->time->position($ticks[0])}"
                : 'split into '.($count + $cut)),
        );
    }

    /** @return list<int> the ticks inside a clip where it is cut */
    private static function cuts(Clip $clip, Context $context, Parameters $parameters): array
    {
        $ticks = [];
        if ($parameters->has('every')) {
            $lines = $context->time->gridLines($context->grid($parameters, 'every'));
            for ($line = $lines->next($clip->start); $line < $clip->end(); $line = $lines->next($line)) {
                $ticks[] = $line;
                if (count($ticks) > self::MOST_CUTS) {
                    break;
                }
            }

            return $ticks;
        }
        if ($parameters->value('at') === self::ENDS) {
            $range = $context->needRange('clip-split at=range');
            $ticks = [$range->from, $range->to];
        } else {
            $ticks = [$context->moment($parameters, 'at')];
        }

        return array_values(array_filter(
            $ticks, static fn (int $tick): bool => $tick > $clip->start && $tick < $clip->end(),
        ));
    }

    /** @param  non-empty-list<Clip>  $clips */
    private static function whyNot(array $clips, Context $context, Parameters $parameters): string
    {
        if ($parameters->has('every')) {
            return "Nothing split: no line of {$context->grid($parameters, 'every')} lies inside the clip.";
        }
        if ($parameters->value('at') === self::ENDS) {
            return 'Nothing split: no end of the range lies inside the clip.';
        }
        $tick = $context->moment($parameters, 'at');
        $at = $context->time->position($tick);
        $position = static fn (int $tick): string => (string) $context->time->position($tick);
        if (count($clips) > 1) {
            return "Nothing split: no chosen clip lies over {$at}.";
        }
        $edge = [$clips[0]->start => 'starts', $clips[0]->end() => 'ends'][$tick] ?? null;

        return $edge !== null
            ? "Nothing split: the clip {$edge} at {$at}; take a place inside of it."
            : "Nothing split: {$at} lies outside of the clip, which goes from {$position($clips[0]->start)} to "
                ."{$position($clips[0]->end())}.";
    }

    /**
     * The song with a clip in two pieces.
     *
     * @param  int  $at  tick of the song, within the clip, which does not loop
     * @return array{Song, int} and the id of the second piece
     */
    public static function cut(Song $song, Clip $clip, int $at): array
    {
        $cut = $at - $clip->shift();
        $content = $song->contentOf($clip->id);
        [$left, $right] = [
            self::notesBefore($content->notes, $cut), self::notesFrom($content->notes, $cut, $song->nextId),
        ];
        $pieces = [];
        foreach (self::across($content->notes, $cut) as $k => $i) {
            $pieces[$content->notes->id[$i]] = $song->nextId + $k;
        }
        $points = $content->points;
        $isLeft = array_filter($points->start, static fn (int $start): bool => $start < $cut);
        $behind = $clip->with([
            'id' => $song->newClipId(), 'start' => $at, 'length' => $clip->end() - $at, 'offset' => $cut,
        ]);

        return [
            $song->withClip(
                $clip->with(['length' => $at - $clip->start]), new ClipContent($left, $points->at(array_keys($isLeft))),
            )
                ->withClip(
                    $behind,
                    new ClipContent($right, self::pointsFrom($points, $cut, $pieces, $song->nextId + count($pieces))),
                ),
            $behind->id,
        ];
    }

    /** @return list<int> the places of the notes that sound across */
    private static function across(Notes $notes, int $cut): array
    {
        return array_keys(array_filter(
            $notes->start, static fn (int $start, int $i): bool => $start < $cut && $start + $notes->length[$i] > $cut,
            ARRAY_FILTER_USE_BOTH,
        ));
    }

    private static function notesBefore(Notes $notes, int $cut): Notes
    {
        $rows = [];
        foreach ($notes->start as $i => $start) {
            $row = $notes->row($i);
            if ($start < $cut && $start + $row['length'] > $cut) {
                $rows[] = ['length' => $cut - $start, 'playedEnd' => 0] + $row;
            } elseif ($start < $cut) {
                $rows[] = $row;
            }
        }

        return Notes::fromRows($rows);
    }

    private static function notesFrom(Notes $notes, int $cut, int $nextId): Notes
    {
        $rows = [];
        foreach ($notes->start as $i => $start) {
            $row = $notes->row($i);
            if ($start < $cut && $start + $row['length'] > $cut) {
                $rows[] = [
                    'id' => $nextId++, 'start' => $cut, 'length' => $start + $row['length'] - $cut, 'playedStart' => 0,
                    'looseStart' => 0,
                ] + $row;
            } elseif ($start >= $cut) {
                $rows[] = $row;
            }
        }

        return Notes::fromRows($rows);
    }

    /**
     * The points behind the cut; those of a note that was cut belong to its second piece, which begins with what held
     * there.
     *
     * @param  array<int, int>  $pieces  ids of the second pieces, by those of their notes
     */
    private static function pointsFrom(Points $points, int $cut, array $pieces, int $nextId): Points
    {
        $rows = $held = [];
        foreach ($points->start as $i => $start) {
            $row = $points->row($i);
            $piece = $pieces[$row['note']] ?? null;
            if ($piece !== null && $start <= $cut) {
                $held["{$piece} {$row['kind']} {$row['number']}"] = [
                    'id' => $start < $cut ? $nextId++ : $row['id'], 'start' => $cut, 'note' => $piece,
                ] + $row;
            } elseif ($start >= $cut) {
                $rows[] = ['note' => $piece ?? $row['note']] + $row;
            }
        }

        return Points::fromRows([...array_values($held), ...$rows]);
    }
}
