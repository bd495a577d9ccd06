<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\TickRange;

/**
 * Lets one of several clips that lie over each other sound for some bars: its notes that begin there are heard, those
 * of the others are muted, so that bars of one take and bars of another make one part. Nothing is taken out, and
 * another clip may be picked for the same bars later.
 */
final readonly class PickLayer implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'layer-pick', 'Pick the layer for these bars', Group::Playing,
            'In the range, or else the bar of the caret, only the clip in front is heard of those that lie over each '
                .'other; the notes of the others are muted there.',
            subject: Subject::Clip, synonyms: ['comp', 'comping', 'choose take', 'best take', 'layers'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $front = $song->clips[$open->front];
        $meters = $song->conductor->meters;
        $bar = $meters->barAt($context->caret->tick);
        $bars = $context->range ?? TickRange::of($meters->barStart($bar), $meters->barStart($bar + 1));
        $clips = array_values(array_filter(
            $song->clipsOf($front->track),
            static fn (Clip $clip): bool => $clip->start < $bars->to && $clip->end() > $bars->from,
        ));
        if (! in_array($front, $clips, true)) {
            throw new EditRefused('The clip in front does not reach there; set the range or the caret where it lies.');
        }
        if (count($clips) === 1) {
            throw new EditRefused('No other clip lies over the one in front there, so nothing changed.');
        }
        $silenced = 0;
        foreach ($clips as $clip) {
            if ($clip->loop > 0) {
                throw new EditRefused('A clip that loops sounds the same in every round; take clip loop=off first.');
            }
            $silenced += $clip === $front ? 0 : self::heardIn($song, $clip, $bars);
            $song = $clip === $front
                ? self::heard($song, $clip, $bars)
                : self::withNotes(
                    $song, $clip,
                    static fn (int $start, int $muted): int => self::isIn($start, $clip, $bars) ? 1 : $muted,
                );
        }

        return SongResult::of(
            $open,
            $song,
            Said::that(
                ($front->name === '' ? 'The clip in front' : $front->name)
                    .' picked for '
                    .self::said($bars, $context),
            )->with($silenced === 0 ? '' : Noun::Note->counted($silenced).' of other clips muted'),
        );
    }

    /**
     * The song with the notes of a clip heard in some bars. One that was muted is so no more; what lies outside of the
     * bars stays unheard.
     */
    private static function heard(Song $song, Clip $clip, TickRange $bars): Song
    {
        return self::withNotes(
            $song,
            $clip->with(['muted' => false]),
            static fn (int $start, int $muted): int => match (true) {
                self::isIn($start, $clip, $bars) => 0,
                $clip->muted => 1,
                default => $muted,
            },
        );
    }

    /** @param  \Closure(int, int): int  $muted  by the start of a note in its clip and whether it is muted */
    private static function withNotes(Song $song, Clip $clip, \Closure $muted): Song
    {
        $content = $song->contentOf($clip->id);
        $notes = $content->notes;

        return $song->withClip(
            $clip,
            new ClipContent(
                $notes->with(['muted' => array_map($muted, $notes->start, $notes->muted)]), $content->points,
            ),
        );
    }

    private static function heardIn(Song $song, Clip $clip, TickRange $bars): int
    {
        $notes = $song->contentOf($clip->id)->notes;
        $heard = array_filter(
            $notes->start,
            static fn (int $start, int $i): bool => $notes->muted[$i] === 0 && self::isIn($start, $clip, $bars),
            ARRAY_FILTER_USE_BOTH,
        );

        return $clip->muted ? 0 : count($heard);
    }

    private static function isIn(int $start, Clip $clip, TickRange $bars): bool
    {
        return $start + $clip->shift() >= $bars->from && $start + $clip->shift() < $bars->to;
    }

    private static function said(TickRange $bars, Context $context): string
    {
        return "{$context->time->position($bars->from)} to {$context->time->position($bars->to)}";
    }
}
