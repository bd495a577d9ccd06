<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Doubles;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;

/** Adds a chord on a root and selects it. Its notes are a group, so that one click takes them all. */
final readonly class InsertChord implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'chord',
            'Insert a chord',
            Group::Building,
            'Adds a chord at the caret and selects it.',
            [
                Parameter::moment('at', 'Where it starts.'),
                Parameter::pitch('pitch', 'Its root.'),
                Parameter::chordShape('shape', 'Which chord.', default: 'maj'),
                Parameter::amount('length', 'How long it lasts.', absent: 'as set for new notes'),
                Parameter::wholeNumber('velocity', 'How loud it is.', min: 1, max: 127, absent: 'as set for new notes'),
                Parameter::onOff('group', 'Whether its notes are one group.', default: true),
            ],
            subject: Subject::Anywhere,
            putsIn: true,
            synonyms: ['triad', 'harmony', 'major', 'minor', 'seventh'],
            uses: [
                'chord shape=maj' => 'Major chord',
                'chord shape=min' => 'Minor chord',
                'chord shape=min7' => 'Minor seventh chord',
                'chord shape=maj7' => 'Major seventh chord',
                'chord shape=min9' => 'Minor ninth chord',
                'chord shape=7' => 'Seventh chord',
            ],
            isHeard: true,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$start, $root] = $context->place($parameters);
        $shape = $parameters->list('shape');
        [$length, $velocity] = $context->newNote($parameters, $start);
        $start = $context->clips->inRound($context->clips->front, $start);
        if ($root + max($shape) > 127) {
            throw new EditRefused(
                'The chord would pass G9 (127), the highest pitch; take a root of '.PitchName::of(127 - max($shape))
                    .' at most.',
            );
        }
        $draft = new Draft($notes);
        $group = $parameters->isOn('group') ? $draft->newGroup() : 0;
        $added = [];
        foreach ($shape as $semitones) {
            $added[] = $draft->add([
                'start' => $start, 'length' => $length, 'pitch' => $root + $semitones, 'velocity' => $velocity,
                'channel' => $context->clips->channel, 'clip' => $context->clips->front, 'group' => $group,
            ]);
        }

        $change = $draft->change(Selection::of($added));

        return $change->saying(
            Said::of(
                'Chord of '.Noun::Note->counted(count($shape)).' on '.$context->clips->called($root),
                "added at {$context->time->position($start)}",
            )
                ->with(Doubles::saidOf($notes, $change->notes->added, $context)),
        );
    }
}
