<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Advice\ChordNaming;
use Jactonic\Core\Content\Notes;
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
use Jactonic\Core\Pitch\ChordMatch;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\ConductorRoom;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Time\TickRange;

/** Names the chords that sound, and writes the names down in the place of those there are. Drums say nothing. */
final readonly class NameChords implements SongEdit
{
    /** Below this a name is doubtful, in %. */
    private const DOUBTFUL = 60;

    public function declaration(): Declaration
    {
        return new Declaration(
            'chord-names',
            'Name the chords',
            Group::Song,
            'Finds the chords that sound in the range, or in all of the song, and writes their names above, spelled by '
                .'the key.',
            [
                Parameter::choice(
                    'by', 'Where a name may begin: wherever chords change, on beats, or on bars.',
                    options: ChordNaming::BY, default: 'bars',
                ),
                Parameter::choice(
                    'tracks', 'What is listened to: the tracks that are open, or all of them; never drums.',
                    options: ['open', 'all'], default: 'open',
                ),
                Parameter::amount(
                    'passing', 'By changes: what sounds for no longer belongs to the chord before it.', default: '1/8',
                ),
                Parameter::onOff('tensions', 'Whether ninths, elevenths and thirteenths are named.', default: true),
                Parameter::onOff('sevenths', 'Whether sevenths and sixths are named.', default: true),
                Parameter::onOff('bass', 'Whether a bass that is not the root is named.', default: true),
            ],
            subject: Subject::Conductor,
            synonyms: ['chord analysis', 'what chords', 'detect chords', 'recognise', 'harmony', 'chord symbols'],
            uses: [
                'chord-names by=changes' => 'Name the chords where they change',
                'chord-names tracks=all' => 'Name the chords of all tracks',
                'chord-names tensions=off sevenths=off bass=off' => 'Name the triads',
            ],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $conductor = $song->conductor;
        $notes = self::heard($open, $parameters->choice('tracks') === 'all');
        $range = $context->range ?? TickRange::of(0, max(1, $notes->end()));
        $passing = $parameters->amount('passing')->ticksAt($range->from, $context->time);
        $found = (new ChordNaming($conductor->meters, $conductor->keyAt(...), $passing))->names(
            $notes, $range, $parameters->choice('by'),
        );
        if ($found === []) {
            throw new EditRefused(
                'No chord is heard there: nowhere do two notes sound together. Take tracks=all, by=bars, or another '
                    .'range.',
            );
        }
        $kept = array_values(array_filter(
            $conductor->events,
            static fn (ConductorEvent $event): bool => $event->kind !== ConductorKind::Chord
                || $event->tick < $range->from || $event->tick >= $range->to,
        ));
        $named = self::events($found, $conductor, $parameters);
        if (
            count($named)
                + count(
                    array_filter(
                        $kept,
                        static fn (ConductorEvent $event): bool => $event->kind === ConductorKind::Chord,
                    ),
                )
            > ConductorRoom::most(ConductorKind::Chord)
        ) {
            throw new EditRefused(
                'A song has at most '.number_format(ConductorRoom::most(ConductorKind::Chord))
                    .' names of chords; take by=bars, or a shorter range.',
            );
        }
        $doubtful = count(array_filter($found, static fn (array $one): bool => $one['match']->sure < self::DOUBTFUL));
        $mean = (int) round(
            array_sum(array_map(static fn (array $one): int => $one['match']->sure, $found)) / count($found),
        );

        return SongResult::of(
            $open,
            $song->conducted(Conductor::of($conductor->ppq, [...$kept, ...$named])),
            Said::did(count($named), Noun::Chord, 'named by '.$parameters->choice('by'))->with(
                "{$mean} % sure on average",
                $doubtful > 0 ? "{$doubtful} doubtful" : '',
            ),
        );
    }

    /**
     * @param  non-empty-list<array{tick: int, match: ChordMatch}>  $found
     * @return list<ConductorEvent> those that say something else than the one before
     */
    private static function events(array $found, Conductor $conductor, Parameters $parameters): array
    {
        $events = [];
        $last = '';
        foreach ($found as ['tick' => $tick, 'match' => $match]) {
            $name = (string) $match->name->plainer(
                $parameters->isOn('tensions'), $parameters->isOn('sevenths'), $parameters->isOn('bass'),
                $conductor->keyAt($tick),
            );
            if ($name !== $last) {
                $events[] = ConductorEvent::of(ConductorKind::Chord, $tick, $last = $name);
            }
        }

        return $events;
    }

    /** The notes that sound of the tracks that are listened to, in song time. */
    private static function heard(OpenSong $open, bool $all): Notes
    {
        $song = $open->song;
        $wanted = array_flip($open->tracks());
        $columns = array_map(static fn (): array => [], Notes::COLUMNS);
        foreach ($song->tracks as $track) {
            if (! $track->isDrums() && ! $track->muted && ($all || isset($wanted[$track->id]))) {
                foreach (Sounding::of($song, $track)->notes->columns() as $name => $values) {
                    $columns[$name] = [...$columns[$name], ...$values];
                }
            }
        }

        return Notes::of($columns);
    }
}
