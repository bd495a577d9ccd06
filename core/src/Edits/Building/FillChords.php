<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\InLoops;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Pitch\Voicing;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\TickRange;

/** Makes notes of the names of chords: each as long as it holds, on the track in front. */
final readonly class FillChords implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'chords-fill',
            'Notes from chord names',
            Group::Building,
            'Puts the chords that are named above into notes, each as long as it holds: in the range, or all of them.',
            [
                Parameter::choice(
                    'voicing',
                    'Close within an octave; open with the second note from above an octave lower; wide with the third '
                        .'from above; root with the root at the foot of each.',
                    options: Voicing::WAYS, default: 'close',
                ),
                Parameter::pitchOr('low', 'The lowest note.', default: 'C3'),
                Parameter::pitchOr('high', 'The highest note.', default: 'C5'),
                Parameter::choice(
                    'lead', 'Smooth moves each voice as little as can be; plain begins anew with each chord.',
                    options: ['smooth', 'plain'], default: 'smooth',
                ),
                Parameter::onOff(
                    'bass', 'Whether the bass is put in below them, in the octave under the lowest note.',
                    default: false,
                ),
                Parameter::wholeNumber(
                    'velocity', 'How loud they are.', min: 1, max: 127, absent: 'as set for new notes',
                ),
            ],
            subject: Subject::Anywhere,
            synonyms: ['comp', 'chords to notes', 'voice leading', 'accompaniment', 'realise chords'],
            uses: [
                'chords-fill bass=on' => 'Chord names as notes, with the bass',
                'chords-fill voicing=open' => 'Chord names as notes, open',
            ],
            putsIn: true,
            isHeard: true,
            inLoops: InLoops::LeaveOut,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        [$low, $high] = [$context->pitch($parameters, 'low'), $context->pitch($parameters, 'high')];
        $voicing = new Voicing($parameters->choice('voicing'), $low, $high, $parameters->choice('lead') === 'smooth');
        $draft = new Draft($notes);
        $added = [];
        $spans = self::spans($context);
        foreach ($spans as ['from' => $from, 'to' => $to, 'chord' => $chord]) {
            $pitches = $voicing->next($chord);
            if ($parameters->isOn('bass')) {
                array_unshift($pitches, Voicing::bassOf($chord, $low));
            }
            $group = $draft->newGroup();
            foreach ($pitches as $pitch) {
                $added[] = $draft->add([
                    'start' => $from, 'length' => $to - $from, 'pitch' => $pitch,
                    'velocity' => $context->newNote($parameters, $from)[1],
                    'channel' => $context->clips->channel, 'clip' => $context->clips->at($from), 'group' => $group,
                ]);
            }
        }

        return $draft->change(
            Selection::of($added),
            Said::did(count($spans), Noun::Chord, 'put in as '.Noun::Note->counted(count($added))),
        );
    }

    /**
     * @return non-empty-list<array{from: int, to: int, chord: \Jactonic\Core\Pitch\ChordName}>
     *
     * @throws EditRefused where no chord is named there
     */
    private static function spans(Context $context): array
    {
        $all = $context->chords->all;
        $last = $all === [] ? 0 : $all[count($all) - 1][0];
        $range = $context->range ?? TickRange::of(0, max(1, $context->time->meters->nextBarLine($last)));
        $spans = [];
        foreach ($all as $k => [$tick, $chord]) {
            [$from, $to] = [max($range->from, $tick), min($range->to, $all[$k + 1][0] ?? $range->to)];
            if ($from < $to) {
                $spans[] = ['from' => $from, 'to' => $to, 'chord' => $chord];
            }
        }

        return $spans !== []
            ? $spans
            : throw new EditRefused(
                $all === [] ? 'No chord is named yet; chord-name writes one, chord-names finds those that '
                    .'sound.' : 'No chord holds in the range; take another, or none.',
            );
    }
}
