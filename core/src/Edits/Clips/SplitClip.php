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
 * Cuts the clip in front in two. Each piece keeps the notes that begin in it; one that sounds across is cut as well.
 */
final readonly class SplitClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-split',
            'Split the clip',
            Group::Clips,
            'Cuts the chosen clips, or the one in front, in two, and the notes that sound across.',
            [Parameter::moment('at', 'Where to cut.')],
            subject: Subject::Clip,
            synonyms: ['cut clip', 'divide', 'slice'],
            bare: ['at'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $at = $context->moment($parameters, 'at');
        $clips = ChosenClips::of($open, $context);
        $there = array_values(array_filter(
            $clips, static fn (Clip $clip): bool => $at > $clip->start && $at < $clip->end(),
        ));
        if ($there === [] && count($clips) > 1) {
            throw new EditRefused("Nothing split: no chosen clip lies over {$context->time->position($at)}.");
        }
        [$song, $behind] = [$open->song, []];
        foreach ($there === [] ? $clips : $there as $clip) {
            self::refuseOutside($clip, $at, $context);
            [$song, $behind[]] = self::cut($song, $clip, $at);
        }

        return SongResult::opening(
            $open, $song, [...$open->open, ...$behind], $open->front,
            Said::of(Noun::Clip->named(count($behind)), "split at {$context->time->position($at)}"),
        );
    }

    /** @throws EditRefused where it cannot be cut there */
    private static function refuseOutside(Clip $clip, int $at, Context $context): void
    {
        if ($at <= $clip->start || $at >= $clip->end()) {
            throw new EditRefused(
                "Nothing split: {$context->time->position($at)} lies outside of the clip, which goes from "
                    ."{$context->time->position($clip->start)} to {$context->time->position($clip->end())}.",
            );
        }
        if ($clip->loop > 0) {
            throw new EditRefused('A clip that loops cannot be split; take clip loop=off first.');
        }
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
