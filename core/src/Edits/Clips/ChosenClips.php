<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Spans\InClips;
use Jactonic\Core\Edits\Spans\SpanEdit;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Time\Grid;

/**
 * The clips that are chosen in the song: which they are, what is done to them as wholes, and which of their notes are
 * meant.
 */
final readonly class ChosenClips
{
    /**
     * The clips a line is about: those chosen in the song, or the one in front.
     *
     * @return non-empty-list<Clip>
     */
    public static function of(OpenSong $open, Context $context): array
    {
        return $context->onClips && $open->open !== []
            ? array_map(static fn (int $id): Clip => $open->song->clips[$id], $open->open)
            : [$open->song->clips[$open->front]];
    }

    /**
     * The notes in chosen clips that an edit reaches. One of pitches passes drums over, unless there is nothing else.
     *
     * @param  bool  $leavesDrums  whether it is about pitches
     */
    public static function reached(OpenSong $open, Selection $selection, bool $leavesDrums): Selection
    {
        if (! $leavesDrums) {
            return $selection;
        }
        $tracks = $open->tracks();
        $isDrums = static fn (int $clip): bool => $open->song->tracks[$tracks[$clip]]->isDrums();
        $others = array_filter(
            $selection->positions($open->notes), static fn (int $i): bool => ! $isDrums($open->notes->clip[$i]),
        );

        return $others === []
            ? $selection
            : Selection::of(array_map(static fn (int $i): int => $open->notes->id[$i], array_values($others)));
    }

    /** What is said before copies that lie one behind the other drift against the bars; empty where they do not. */
    public static function drift(int $start, int $length, Context $context): string
    {
        $bars = $context->time->gridLines(Grid::parse('bar'));
        $isLine = static fn (int $tick): bool => $bars->nearest($tick) === $tick;

        return $isLine($start) && ! $isLine($start + $length)
            ? 'no whole number of bars, so the copies drift; clip-trim to=bars makes it whole'
            : '';
    }

    /**
     * An edit of spans in time, done to the clips themselves.
     *
     * @throws EditRefused where it cannot be done to them
     */
    public static function apply(SpanEdit $edit, OpenSong $open, Context $context, Parameters $parameters): SongResult
    {
        $clips = new ClipsInTime($open, self::of($open, $context));
        $spans = $clips->spans();
        $result = $clips->changed($spans, $edit->arrange($spans, $context, $parameters));
        if (! $edit instanceof InClips) {
            return $result;
        }
        $song = $result->open->song;
        foreach ($result->open->open as $clip) {
            $song = $edit->inClip($song, $clip, $parameters);
        }

        return SongResult::opening($open, $song, $result->open->open, $open->front, $result->said);
    }

    /**
     * A clip with another place, length or mute. Where its start alone moves, what lies in it stays where it sounds.
     *
     * @param  array{start: int, length: int, muted: bool, group?: int}  $now
     *
     * @throws EditRefused where a clip that loops would begin elsewhere in its round
     */
    public static function changed(Song $song, Clip $clip, array $now): Song
    {
        $later = $now['start'] - $clip->start;
        $isTrimmed = $later !== 0 && $now['length'] === $clip->length - $later;
        if ($isTrimmed && $clip->loop > 0) {
            throw new EditRefused('A clip that loops cannot begin elsewhere; take clip loop=off first.');
        }
        // Before its content begins there is room only where all of the content moves.
        $earlier = $isTrimmed ? max(0, -$later - $clip->offset) : 0;
        $changed = $clip->with($now + ['offset' => $isTrimmed ? max(0, $clip->offset + $later) : $clip->offset]);

        return $changed->toArray() === $clip->toArray()
            ? $song
            : $song->withClip($changed, $earlier > 0 ? $song->contentOf($clip->id)->shifted($earlier) : null);
    }

    /** @param  array<string, int|bool>  $values  of the copy, its id among them */
    public static function copied(Song $song, Clip $clip, array $values): Song
    {
        [$song, $content] = $song->copyOf($song->contentOf($clip->id));

        return $song->withClip($clip->with($values), $content);
    }

    /**
     * A clip that loops with all its rounds as notes of their own, which sounds the same. Copies of a group are a group
     * of their own.
     *
     * @return array{Song, Clip}
     */
    public static function unrolled(Song $song, Clip $clip): array
    {
        if ($clip->loop === 0) {
            return [$song, $clip];
        }
        $rounds = Sounding::roundsOf($song, $clip);
        $all = [$rounds[0]];
        $groups = max([0, ...$song->contentOf($clip->id)->notes->group]);
        foreach (array_slice($rounds, 1) as $k => $round) {
            [$song, $copy] = $song->copyOf($round);
            $group = array_map(
                static fn (int $group): int => $group === 0 ? 0 : $group + ($k + 1) * $groups, $copy->notes->group,
            );
            $all[] = $copy->withNotes($copy->notes->with(['group' => $group]));
        }
        $plain = $clip->with(['loop' => 0, 'offset' => 0]);

        return [$song->withClip($plain, ClipContent::of($all)->shifted(-$clip->start)), $plain];
    }

    /** The highest number of a group of clips, 0 where there is none. */
    public static function lastGroup(Song $song): int
    {
        return max([0, ...array_map(static fn (Clip $clip): int => $clip->group, array_values($song->clips))]);
    }
}
