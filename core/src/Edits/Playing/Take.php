<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Advice\TempoGuess;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Played;
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
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;

/**
 * Takes what was played into the clip in front, or as a layer: a clip of its own over it.
 *
 * The notes lie where they were played, to the tick, and are selected, so that a `quantize` after it is the quantizing
 * on the way in, and `as-played` gives the take back.
 */
final readonly class Take implements SongEdit
{
    /** A tempo that is guessed less surely than this, in %, is told and not taken. */
    private const SURE = 50;

    public function declaration(): Declaration
    {
        return new Declaration(
            'take',
            'Take in what was played',
            Group::Playing,
            'Puts what was played where it was played, beside what is there or in its place; its notes are selected.',
            [
                Parameter::choice(
                    'mode', 'Replace takes out what starts in the time that was played over.',
                    options: ['merge', 'replace'], default: 'merge',
                ),
                Parameter::onOff('layer', 'On puts it into a clip of its own over the one in front.', default: false),
                Parameter::onOff(
                    'punch', 'On takes only what was played in the range, and replaces only there.', default: false,
                ),
                Parameter::choice(
                    'tempo',
                    'Guess finds the tempo it was played in where nothing told one, and gives it to a song without '
                        .'notes.',
                    options: ['keep', 'guess'], default: 'keep',
                ),
                Parameter::wholeNumber(
                    'round', 'Only this round of the loop it was played over.', min: 1, max: 10_000,
                    absent: 'all rounds, on top of each other',
                ),
            ],
            subject: Subject::Anywhere,
            putsIn: true,
            synonyms: ['record', 'recording', 'capture', 'overdub', 'punch in', 'layer'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $played = $context->played ?? throw new EditRefused(
            'Nothing was played. Play on a keyboard first, or on the computer’s keys.',
        );
        [$open, $guessed] = $parameters->choice('tempo') === 'guess' ? self::inItsTempo($open, $played) : [$open, ''];
        $rounds = new Rounds($played, $open->song->conductor->tempo);
        $round = $parameters->has('round') ? $parameters->int('round') : null;
        $range = $parameters->isOn('punch') ? $context->needRange('punch=on') : null;
        $taken = $rounds->content($round, $open->frontTrack()->channel);
        $taken = $range === null ? $taken : $taken->within($range);
        if ($taken->notes->id === [] && $taken->points->id === []) {
            return SongResult::of(
                $open, $open->song, Said::nothing('Nothing was played in that time, so nothing changed.'),
            );
        }
        $over = $range ?? $rounds->span($round);
        [$song, $clip] = $parameters->isOn('layer')
            ? self::layer($open, $taken, $over)
            : [$open->song, $open->song->clips[$open->front]];
        [$song, $clip] = self::reaching($song, $clip, $taken);
        $there = $song->contentOf($clip->id);
        $kept = $parameters->choice('mode') === 'replace'
            ? self::without($there, $taken, self::inClip($over, $clip))
            : $there;
        $new = $taken->numbered($song->nextId);
        $song = $song->withClip($clip, $kept->and($new->shifted(-$clip->shift())));

        return SongResult::opening(
            $open, $song, array_values(array_unique([...$open->open, $clip->id])), $clip->id,
            self::said($taken, $there->notes->count() - $kept->notes->count(), $context->in($open))->with($guessed),
        )->selecting(Selection::of($new->notes->id));
    }

    /**
     * A song without notes in the tempo that something was played in; one with notes keeps its own.
     *
     * @return array{OpenSong, string} and what is to be said of it
     */
    private static function inItsTempo(OpenSong $open, Played $played): array
    {
        $presses = array_values(array_filter(
            $played->events, static fn (array $event): bool => $event[1] >> 4 === 0x9 && $event[3] > 0,
        ));
        $guess = TempoGuess::of(array_column($presses, 0));
        if ($guess === null) {
            return [$open, 'too few moments to tell a tempo'];
        }
        $isEmpty = array_filter(
            $open->song->contents, static fn (ClipContent $content): bool => $content->notes->id !== [],
        ) === [];
        $heard = "sounds like {$guess->tempo} BPM, {$guess->sure} % sure";

        return $isEmpty && $guess->sure >= self::SURE
            ? [
                $open->with($open->song->conducted($open->song->conductor->scaledTo($guess->tempo))),
                $heard.', which the song has now',
            ]
            : [$open, $heard];
    }

    /** @return array{Song, Clip} the song with a new clip over the time that was played over, in whole bars */
    private static function layer(OpenSong $open, ClipContent $taken, TickRange $over): array
    {
        $track = $open->frontTrack();
        $meters = $open->song->conductor->meters;
        $from = $meters->barStart($meters->barAt(min([$over->from, ...$taken->notes->start])));
        $number = 1;
        $names = array_map(static fn (Clip $clip): string => $clip->name, $open->song->clipsOf($track->id));
        while (in_array("Layer {$number}", $names, true)) {
            $number++;
        }
        $clip = new Clip(
            $open->song->newClipId(), $track->id, $from, $meters->nextBarLine($over->to - 1) - $from,
            name: "Layer {$number}",
        );

        return [$open->song->withClip($clip, ClipContent::none()), $clip];
    }

    /**
     * The clip so wide that what was played lies in it, up to bar lines.
     *
     * @return array{Song, Clip}
     *
     * @throws EditRefused where it would fall into a later round of a clip that loops
     */
    private static function reaching(Song $song, Clip $clip, ClipContent $taken): array
    {
        $starts = [...$taken->notes->start, ...$taken->points->start];
        $last = max($taken->notes->end(), 1 + max([0, ...$starts]));
        if ($clip->loop > 0 && $last > $clip->start + $clip->loop) {
            throw new EditRefused(
                'The clip in front repeats its content there; take clip loop=off first, or layer=on.',
            );
        }
        [$wide, $shift] = $clip->reaching(min([$last, ...$starts]), $last, $song->conductor->meters);

        return [$shift === 0 ? $song : $song->withClip($wide, $song->contentOf($clip->id)->shifted($shift)), $wide];
    }

    private static function inClip(TickRange $range, Clip $clip): TickRange
    {
        $from = max(0, $range->from - $clip->shift());

        return TickRange::of($from, max($from + 1, $range->to - $clip->shift()));
    }

    /** Without what starts in a time: its notes, and the points of what was played now. */
    private static function without(ClipContent $content, ClipContent $taken, TickRange $over): ClipContent
    {
        $outside = static fn (int $start): bool => $start < $over->from || $start >= $over->to;
        $played = array_flip(array_map(
            static fn (int $kind, int $number): string => "{$kind} {$number}", $taken->points->kind,
            $taken->points->number,
        ));
        $points = $content->points;
        $notes = $content->notes->at(array_keys(array_filter($content->notes->start, $outside)));
        $kept = array_fill_keys($notes->id, true);
        $stays = static fn (int $start, int $i): bool => $points->note[$i] === 0
            ? $outside($start) || ! isset($played["{$points->kind[$i]} {$points->number[$i]}"])
            : isset($kept[$points->note[$i]]);

        return new ClipContent(
            $notes, $points->at(array_keys(array_filter($points->start, $stays, ARRAY_FILTER_USE_BOTH))),
        );
    }

    /** “34 notes in 4 bars, 11 ms late on average, 1/16 fits”. */
    private static function said(ClipContent $taken, int $gone, Context $context): Said
    {
        $notes = $taken->notes;
        $points = $taken->points->count();
        $meters = $context->time->meters;
        $bars = $notes->id === []
            ? 0
            : 1 + $meters->barAt($notes->start[$notes->count() - 1]) - $meters->barAt($notes->start[0]);
        $grid = Advice::on($notes, Selection::all($notes), $context)->candidates[0]->grid ?? null;

        return Said::that('')->with(
            $notes->id === [] ? '' : Noun::Note->counted($notes->count()).' in '.Noun::Bar->counted($bars),
            $points === 0 ? '' : Noun::Value->counted($points).' of controllers',
            $grid === null ? '' : self::lateness($notes, $context, $grid),
            $grid === null ? '' : "{$grid} fits",
            $gone === 0 ? '' : Noun::Note->counted($gone).' before it taken out',
        );
    }

    /** How far from the lines of a grid the notes lie on average. */
    private static function lateness(Notes $notes, Context $context, Grid $grid): string
    {
        $lines = $context->time->gridLines($grid);
        $sum = 0.0;
        foreach ($notes->start as $i => $start) {
            $moment = $start + $notes->playedStart[$i];
            $nearest = $lines->nearest(max(0, $moment));
            $sum += $context->time->milliseconds($nearest, $moment - $nearest);
        }
        $mean = $sum / $notes->count();

        return abs($mean) < 0.5
            ? 'on the lines on average'
            : Wording::milliseconds($mean).($mean > 0 ? ' late' : ' early').' on average';
    }
}
