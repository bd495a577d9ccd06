<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

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
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Bounds;

/**
 * Puts the clips that are chosen, or the one in front, elsewhere: earlier or later, on other tracks, as copies where
 * wanted.
 */
final readonly class MoveClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-move',
            'Move clips',
            Group::Clips,
            'Moves the chosen clips, or the one in front, in time and to other tracks, with what lies in them.',
            [
                Parameter::signedAmount('by', 'How far; earlier with a minus.', default: '1bar'),
                Parameter::choice(
                    'to', 'The next or previous edge of another clip of the song instead.',
                    options: ['next', 'previous'], absent: 'by so much',
                ),
                Parameter::wholeNumber(
                    'rows', 'How many tracks lower; higher with a minus.', min: -Song::MOST_TRACKS,
                    max: Song::MOST_TRACKS, unit: 'tracks', default: 0,
                ),
                Parameter::choice(
                    'of', 'Content moves what lies in them, while they stay where they are.',
                    options: ['clip', 'content'], default: 'clip',
                ),
                Parameter::onOff('copy', 'On leaves them where they are and moves copies.', default: false),
            ],
            subject: Subject::Clip,
            synonyms: ['nudge clip', 'shift clip', 'copy clip to track'],
            uses: [
                'clip-move by=-1bar' => 'Move the clip a bar earlier',
                'clip-move of=content' => 'Move what lies in the clip',
                'clip-move to=next' => 'To the next edge of a clip',
                'clip-move by=0tk rows=1 copy=on' => 'The clip also on the next track',
            ],
            bare: ['by'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $clips = ChosenClips::of($open, $context);
        if ($parameters->choice('of') === 'content') {
            return self::content($open, $clips, $context, $parameters);
        }
        $first = min(array_map(static fn (Clip $clip): int => $clip->start, $clips));
        $last = max(array_map(static fn (Clip $clip): int => $clip->end(), $clips));
        $by = $parameters->has('to')
            ? self::toEdge($open->song, $clips, $first, $last, $parameters->choice('to') === 'next')
            : max(0, $parameters->amount('by')->shift($first, $context->time)) - $first;
        if ($last + $by > Bounds::LAST_TICK) {
            throw new EditRefused('That would go past the end of what a song can hold; move the clip by less.');
        }
        $rows = $parameters->int('rows');
        if ($by === 0 && $rows === 0) {
            return SongResult::of($open, $open->song, Said::nothing($parameters->has('to')
                ? 'Nothing moved: no other clip begins or ends '
                    .($parameters->choice('to') === 'next' ? 'later.' : 'earlier.')
                : 'Nothing moved: the clip is at the start of the song.'));
        }
        $song = $open->song;
        $there = [];
        $groups = [0 => 0];
        $last = ChosenClips::lastGroup($song);
        foreach ($clips as $clip) {
            $values = ['start' => $clip->start + $by, 'track' => self::track($open->song, $clip, $rows)->id];
            $isCopy = $parameters->isOn('copy');
            $there[] = $isCopy ? $song->newClipId() : $clip->id;
            $song = $isCopy
                ? ChosenClips::copied(
                    $song, $clip, ['id' => $song->newClipId(), 'group' => $groups[$clip->group] ??= ++$last] + $values,
                )
                : $song->withClip($clip->with($values));
        }
        // A copy of what is open is open beside it.
        $opened = $context->onClips ? $there : array_values(array_unique([...$open->open, ...$there]));

        return SongResult::opening(
            $open, $song, $opened, $there[0],
            self::said($clips, $song->clips[$there[0]], $rows, $parameters->isOn('copy'), $context, $song),
        );
    }

    /**
     * How far it is until the start or the end of some clips meets an edge of another clip, or the start of the song.
     *
     * @param  non-empty-list<Clip>  $clips
     * @return int ticks, 0 where there is none
     */
    private static function toEdge(Song $song, array $clips, int $first, int $last, bool $isLater): int
    {
        $ids = array_map(static fn (Clip $clip): int => $clip->id, $clips);
        $ways = $isLater ? [] : [-$first];
        foreach ($song->clips as $clip) {
            foreach (in_array($clip->id, $ids, true) ? [] : [$clip->start, $clip->end()] as $edge) {
                $ways = [...$ways, $edge - $first, $edge - $last];
            }
        }
        $ways = array_filter($ways, static fn (int $way): bool => $isLater ? $way > 0 : $way < 0 && $first + $way >= 0);

        return $ways === [] ? 0 : ($isLater ? min($ways) : max($ways));
    }

    /**
     * Moves what lies in clips within their windows; what goes out of sight comes back when it is moved back. In one
     * that loops it goes round.
     *
     * @param  non-empty-list<Clip>  $clips
     */
    private static function content(OpenSong $open, array $clips, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        foreach ($clips as $clip) {
            $by = $parameters->amount('by')->ticksAt($clip->start, $context->time);
            if ($clip->loop > 0) {
                $song = $song->withClip($clip, $song->contentOf($clip->id)->turned($clip->window(), $by));

                continue;
            }
            $offset = $clip->offset - $by;
            // Before its content begins there is room only where all of the content moves.
            $song = $song->withClip(
                $clip->with(['offset' => max(0, $offset)]),
                $offset < 0 ? $song->contentOf($clip->id)->shifted(-$offset) : null,
            );
        }

        return SongResult::of(
            $open, $song,
            Said::of('The content of '.Noun::Clip->counted(count($clips)), 'moved by '.$parameters->amount('by')),
        );
    }

    /** @throws EditRefused where there is no such track */
    private static function track(Song $song, Clip $clip, int $rows): Track
    {
        $tracks = array_values($song->tracks);
        $row = (int) array_search($song->tracks[$clip->track], $tracks, true) + $rows;

        return $tracks[$row] ?? throw new EditRefused(
            'Nothing moved: there is no track '.($rows > 0 ? 'below' : 'above').' for every clip; track-new makes one.',
        );
    }

    /** @param  non-empty-list<Clip>  $clips */
    private static function said(array $clips, Clip $first, int $rows, bool $isCopy, Context $context, Song $song): Said
    {
        return Said::of(Noun::Clip->named(count($clips)), ($isCopy ? 'copied to ' : 'moved to ')
            .$context->time->position($first->start).($rows === 0 ? '' : " on {$song->tracks[$first->track]->name}"));
    }
}
