<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Pitch;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Mirrors pitches about one of them: what rose falls. Within the key, by degrees of it. */
final readonly class Invert implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'invert',
            'Invert',
            Group::Pitch,
            'Mirrors pitches about one of them: what rose by a third falls by a third.',
            [
                Parameter::pitch(
                    'about', 'What stays: the first note, the lowest, the highest or a pitch.',
                    words: ['first', 'lowest', 'highest', 'caret'],
                ),
                Parameter::onOff(
                    'key', 'On mirrors by degrees of the key; a note outside it first goes to the nearest one.',
                    default: false,
                ),
            ],
            synonyms: ['upside down', 'mirror pitch', 'flip', 'inversion'],
            isHeard: true,
            bare: ['about'],
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $key = $parameters->isOn('key') ? $context->needKey('invert key=on') : null;
        $about = $this->about($notes, $places, $context, $parameters);
        $targets = [];
        foreach ($places as $i) {
            $pitch = $notes->pitch[$i];
            $targets[$pitch] ??= $key === null
                ? 2 * $about - $pitch
                : $key->pitchOf(2 * $key->degreeOf($key->nearest($about)) - $key->degreeOf($key->nearest($pitch)));
        }
        if ($targets !== [] && (min($targets) < 0 || max($targets) > 127)) {
            throw new EditRefused(
                'Nothing inverted: a note would leave C-1 to G9. Invert about a pitch nearer to the middle.',
            );
        }
        $draft = new Draft($notes);
        foreach ($places as $i) {
            $draft->pitch[$i] = $targets[$notes->pitch[$i]];
        }

        return $draft->change($selection, Said::rest(
            $draft->countChanged($places), count($places), Noun::Note,
            'inverted about '.PitchName::of($about).($key === null ? '' : " in {$key}"),
            'Nothing inverted: the notes lie on '.PitchName::of($about).', about which they would be.',
        ));
    }

    /**
     * The pitch that stays. The first note is the one with the lowest id of those that start first: an inversion
     * changes which of a chord is lowest, and twice should restore.
     *
     * @param  array<int, int>  $places
     */
    private function about(Notes $notes, array $places, Context $context, Parameters $parameters): int
    {
        $pitches = array_map(static fn (int $i): int => $notes->pitch[$i], $places);
        $first = $places[0];
        foreach ($places as $i) {
            if ($notes->start[$i] > $notes->start[$first]) {
                break;
            }
            $first = $notes->id[$i] < $notes->id[$first] ? $i : $first;
        }

        return match ($parameters->word('about')) {
            'first' => $notes->pitch[$first],
            'lowest' => min([127, ...$pitches]),
            'highest' => max([0, ...$pitches]),
            default => $context->pitch($parameters, 'about'),
        };
    }
}
