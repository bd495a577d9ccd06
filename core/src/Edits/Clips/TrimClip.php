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
use Jactonic\Core\Time\Bounds;
use Jactonic\Core\Time\MeterMap;

/**
 * Puts an edge of the chosen clips, or of the one in front, at a place, or moves it by so much. What lies in them stays
 * where it sounds.
 */
final readonly class TrimClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-trim',
            'Trim clips',
            Group::Clips,
            'Puts the start or the end of the chosen clips, or of the one in front, at a place; what lies in them '
                .'stays where it sounds.',
            [
                Parameter::choice('edge', 'Which edge moves.', options: ['start', 'end'], default: 'end'),
                Parameter::moment('at', 'Where it goes.'),
                Parameter::signedAmount(
                    'by', 'How far it moves instead; earlier with a minus.', absent: 'to the place',
                ),
                Parameter::choice(
                    'to',
                    'Both edges at once: to the range, to the first and the last note, or to the nearest bar lines.',
                    options: ['range', 'notes', 'bars'], absent: 'one edge alone',
                ),
            ],
            subject: Subject::Clip,
            synonyms: ['shorten clip', 'lengthen clip', 'crop clip'],
            uses: [
                'clip-trim edge=start' => 'Begin the clip at the caret',
                'clip-trim by=1bar' => 'The clip a bar longer',
                'clip-trim to=bars' => 'Whole bars',
                'clip-trim to=notes' => 'Trim the clip to its notes',
                'clip-trim to=range' => 'Trim the clip to the range',
            ],
            bare: ['by', 'at'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        if ($parameters->has('to')) {
            return $this->toBoth($open, $context, $parameters->choice('to'));
        }
        $atStart = $parameters->choice('edge') === 'start';
        $song = $open->song;
        $clips = ChosenClips::of($open, $context);
        foreach ($clips as $clip) {
            $edge = $atStart ? $clip->start : $clip->end();
            $at = $parameters->has('by')
                ? max(0, $parameters->amount('by')->shift($edge, $context->time))
                : $context->moment($parameters, 'at');
            if ($atStart ? $at >= $clip->end() : $at <= $clip->start) {
                throw new EditRefused('Nothing trimmed: the clip would have no length.');
            }
            $song = ChosenClips::changed($song, $clip, [
                'start' => $atStart ? $at : $clip->start,
                'length' => $atStart ? $clip->end() - $at : $at - $clip->start, 'muted' => $clip->muted,
            ]);
        }
        $first = $song->clips[$clips[0]->id];

        return SongResult::of(
            $open,
            $song,
            Said::that(
                (count($clips) === 1 ? 'The clip ' : count($clips).' clips, the first one ')
                    .($atStart ? 'begins' : 'ends')
                    .' at '
                    .$context->time->position($atStart ? $first->start : $first->end()),
            ),
        );
    }

    /** Trims both edges of each clip. */
    private function toBoth(OpenSong $open, Context $context, string $to): SongResult
    {
        $range = $to === 'range' ? $context->needRange('clip-trim to=range') : null;
        [$song, $changed] = [$open->song, 0];
        $clips = ChosenClips::of($open, $context);
        foreach ($clips as $clip) {
            [$start, $end] = match ($to) {
                'range' => [max($clip->start, $range->from ?? 0), min($clip->end(), $range->to ?? 0)],
                'notes' => self::ofNotes($open->song, $clip),
                default => self::bars($clip, $context->time->meters),
            };
            if ($end > $start && ($start !== $clip->start || $end !== $clip->end())) {
                // One edge after the other: what lies in the clip stays where it sounds.
                $song = ChosenClips::changed(
                    $song, $clip,
                    ['start' => $start, 'length' => max(1, $clip->end() - $start), 'muted' => $clip->muted],
                );
                $song = ChosenClips::changed(
                    $song, $song->clips[$clip->id],
                    ['start' => $start, 'length' => $end - $start, 'muted' => $clip->muted],
                );
                $changed++;
            }
        }

        return SongResult::of($open, $song, $changed === 0
            ? Said::nothing('Nothing trimmed: '.match ($to) {
                'range' => 'no clip reaches over an edge of the range and lies in it.',
                'notes' => 'the clips begin and end with their notes.',
                default => 'the clips begin and end on bar lines.',
            })
            : Said::did($changed, Noun::Clip, 'trimmed to '.match ($to) {
                'range' => 'the range',
                'notes' => $changed === 1 ? 'its notes' : 'their notes',
                default => 'whole bars',
            }));
    }

    /** @return array{int, int} where what is heard of a clip begins and ends; nowhere where nothing is */
    private static function ofNotes(Song $song, Clip $clip): array
    {
        $notes = $song->contentOf($clip->id)->within($clip->window())->notes;
        if ($clip->loop > 0 || $notes->id === []) {
            return [$clip->start, $clip->loop > 0 ? $clip->end() : $clip->start];
        }

        return [$notes->start[0] + $clip->shift(), min($clip->end(), $notes->end() + $clip->shift())];
    }

    /** @return array{int, int} the nearest bar lines, at least a bar apart */
    private static function bars(Clip $clip, MeterMap $meters): array
    {
        $nearest = static function (int $tick) use ($meters): int {
            $bar = $meters->barAt($tick);
            [$before, $after] = [$meters->barStart($bar), $meters->barStart($bar + 1)];

            return $tick - $before < $after - $tick ? $before : $after;
        };
        $start = $clip->loop > 0 ? $clip->start : $nearest($clip->start);

        return [$start, min(Bounds::LAST_TICK, max($nearest($clip->end()), $meters->nextBarLine($start)))];
    }
}
