<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Piece;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Tracks\WhichTrack;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\MeterMap;
use Jactonic\Core\Time\TickRange;

/**
 * Puts clips of the clipboard in, the first one on the track in front and the others as many tracks from it as they
 * were; notes that were copied without their clip become one in whole bars.
 */
final readonly class PasteClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-paste',
            'Paste clips',
            Group::Clips,
            'Puts the clips of the clipboard in at the caret, or at the same place in the song, from the track in '
                .'front or another one on; copied notes become a clip.',
            [
                Parameter::moment('at', 'Where they begin; same is the place they were taken from.', more: ['same']),
                WhichTrack::parameter(),
                Parameter::onOff(
                    'fill', 'On begins at the range and repeats them to its end, the last one cut off there.',
                    default: false,
                ),
            ],
            subject: Subject::Anywhere,
            synonyms: ['clipboard', 'put in clip'],
            uses: [
                'clip-paste at=same' => 'Paste clips at the same place',
                'clip-paste fill=on' => 'Fill the range with the clipboard',
            ],
            usesClipboard: true,
            putsIn: true,
            bare: ['at'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $meters = $song->conductor->meters;
        $phrase = $context->clipboard?->at($song->conductor->ppq) ?? throw new EditRefused(
            'Nothing was copied yet; copy or cut clips first.',
        );
        $pieces = $phrase->pieces !== [] ? $phrase->pieces : [self::pieceOf($phrase, $meters)];
        $range = $parameters->isOn('fill') ? $context->needRange('clip-paste fill=on') : null;
        $at = $range->from
            ?? ($parameters->word('at') === 'same' ? $phrase->start() : $context->moment($parameters, 'at'));
        $rounds = self::rounds($phrase, $pieces, $at, $range, $meters);
        $first = min(array_map(static fn (Piece $piece): int => $piece->row, $pieces));
        $pasted = [];
        $top = WhichTrack::of($open, $parameters);
        foreach ($rounds as $by) {
            foreach ($pieces as $k => $piece) {
                $track = self::track($song, $top, $piece->row - $first);
                $start = max(0, $piece->start + $by);
                $length = min($piece->length, ($range->to ?? PHP_INT_MAX) - $start);
                if ($length > 0) {
                    [$song, $copy] = $song->copyOf(self::content($phrase, $k, $piece->start, $track->channel));
                    $clip = new Clip(
                        $song->newClipId(), $track->id, $start, $length, 0, $piece->loop, $piece->name, $piece->muted,
                    );
                    $song = $song->withClip($clip->with([]), $copy);
                    $pasted[] = $clip->id;
                }
            }
        }

        return SongResult::opening(
            $open, $song, $context->onClips ? $pasted : array_values(array_unique([...$open->open, ...$pasted])),
            $pasted[0],
            Said::did(count($pasted), Noun::Clip, "pasted at {$context->time->position($at)}"),
        );
    }

    /**
     * How far the pieces are moved, each time they are put in: once, or as often as fills a range, from bar line to bar
     * line.
     *
     * @param  non-empty-list<Piece>  $pieces
     * @return non-empty-list<int> ticks
     */
    private static function rounds(Phrase $phrase, array $pieces, int $at, ?TickRange $range, MeterMap $meters): array
    {
        $rounds = [$at - $phrase->start()];
        $length = max(array_map(
            static fn (Piece $piece): int => $piece->start + $piece->length, $pieces,
        )) - $phrase->start();
        while ($range !== null && count($rounds) < Song::MOST_CLIPS) {
            $behind = $phrase->start() + $rounds[count($rounds) - 1] + $length;
            $next = $meters->barStart($meters->barAt($behind)) === $behind ? $behind : $meters->nextBarLine($behind);
            if ($next >= $range->to) {
                break;
            }
            $rounds[] = $next - $phrase->start();
        }

        return $rounds;
    }

    /** The bars that notes lie in that were copied without a clip. */
    private static function pieceOf(Phrase $phrase, MeterMap $meters): Piece
    {
        $start = $meters->barStart($meters->barAt($phrase->start()));

        return new Piece(0, $start, $meters->nextBarLine(max($phrase->start(), $phrase->notes->end() - 1)) - $start);
    }

    /** @throws EditRefused where there are too few tracks below the first one */
    private static function track(Song $song, Track $top, int $rows): Track
    {
        $tracks = array_values($song->tracks);
        $row = (int) array_search($top, $tracks, true) + $rows;

        return $tracks[$row] ?? throw new EditRefused(
            'Nothing pasted: it takes '.($row + 1).' tracks, and the song has '.count($tracks)
                .'; track-new makes one, or put a higher track in front.',
        );
    }

    /** What lies in one of the pieces, in time of a clip that begins where it does. */
    private static function content(Phrase $phrase, int $piece, int $start, int $channel): ClipContent
    {
        $mine = static fn (array $clips): array => $phrase->pieces === []
            ? array_keys($clips)
            : array_keys($clips, $piece, true);
        $notes = $phrase->notes->at($mine($phrase->notes->clip));
        $points = ($phrase->points ?? Points::none());
        $points = $points->at($mine($points->clip));
        $flat = static fn (Notes|Points $rows): array => [
            'clip' => array_fill(0, $rows->count(), 0), 'channel' => array_fill(0, $rows->count(), $channel),
        ];

        return (new ClipContent($notes->with($flat($notes)), $points->with($flat($points))))->shifted(-$start);
    }
}
