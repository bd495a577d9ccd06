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
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Amount;

/**
 * Changes the chosen clips, or the one in front: the name, the colour, whether they are muted, and after which length
 * it begins again.
 */
final readonly class ChangeClip implements SongEdit
{
    private const OFF = 'off';

    private const NOTES = 'notes';

    public function declaration(): Declaration
    {
        return new Declaration(
            'clip',
            'Clip',
            Group::Clips,
            'Changes the chosen clips, or the one in front: the name, the colour, whether it is muted, whether it '
                .'loops.',
            [
                Parameter::text('name', 'Its name.', longest: Clip::LONGEST_NAME),
                Parameter::wholeNumber(
                    'colour', 'One of the eight colours of the theme; 0 for that of its track.', min: 0,
                    max: Track::COLOURS, absent: 'as it is',
                ),
                Parameter::choice(
                    'mute', 'Whether it is silent.', options: ['on', 'off', 'toggle'], absent: 'as it is',
                ),
                Parameter::amountOr(
                    'loop',
                    'The length after which its content begins again until the clip ends; notes makes all rounds notes '
                        .'of their own.',
                    words: [self::OFF, self::NOTES],
                ),
                Parameter::amount('length', 'How long the clip lasts, for a loop to fill.', absent: 'as it is'),
            ],
            subject: Subject::Clip,
            synonyms: ['rename clip', 'clip colour', 'loop clip', 'silence clip'],
            uses: [
                'clip mute=toggle' => 'Mute the clip',
                'clip loop=4bar length=16bar' => 'Loop four bars over sixteen',
                'clip loop=off' => 'Loop the clip no more',
                'clip loop=notes' => 'All rounds as notes of their own',
            ],
            bare: ['name'],
            asks: 'name',
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $clips = ChosenClips::of($open, $context);
        $clip = $clips[0];
        $values = [];
        if ($parameters->has('name')) {
            $values['name'] = (string) $parameters->word('name');
        }
        if ($parameters->has('mute')) {
            $values['muted'] = $parameters->choice('mute') === 'toggle'
                ? ! $clip->muted
                : $parameters->choice('mute') === 'on';
        }
        if ($parameters->has('colour')) {
            $values['colour'] = $parameters->int('colour');
        }
        $isUnrolled = $parameters->has('loop') && $parameters->word('loop') === self::NOTES;
        if ($parameters->has('loop') && ! $isUnrolled) {
            $loop = $parameters->value('loop');
            $values['loop'] = $loop instanceof Amount ? max(1, $loop->ticksAt($clip->start, $context->time)) : 0;
        }
        if ($parameters->has('length')) {
            $values['length'] = max(1, $parameters->amount('length')->ticksAt($clip->start, $context->time));
        }
        [$song, $said, $changed] = [$open->song, [], $clip];
        foreach ($clips as $one) {
            $now = $one->with($values);
            if ($isUnrolled && $now->loop > 0) {
                [$song, $now] = ChosenClips::unrolled($song, $now);
            }
            $new = array_keys(array_diff_assoc($now->toArray(), $one->toArray()));
            [$song, $said, $changed] = $new === []
                ? [$song, $said, $changed]
                : [$song->withClip($now), $said === [] ? $new : $said, $said === [] ? $now : $changed];
        }

        return SongResult::of(
            $open,
            $song,
            $said === []
                ? Said::nothing('Nothing changed: the clip is so already.')
                : Said::that(
                    (count($clips) === 1 ? 'Clip: ' : count($clips).' clips: ')
                        .implode(
                            ', ',
                            array_map(
                                static fn (string $name): string => match ($name) {
                                    'muted' => $changed->muted ? 'muted' : 'sounding',
                                    'loop' => $isUnrolled
                                        ? 'its rounds are notes now'
                                        : ($changed->loop === 0
                                            ? 'loops no more'
                                            : 'loops'),
                                    'name' => $changed->name === '' ? 'without a name' : "named {$changed->name}",
                                    default => "{$name} changed",
                                },
                                $said,
                            ),
                        ),
                ),
        );
    }
}
