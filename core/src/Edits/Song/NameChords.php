<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Advice\ChordNaming;
use Jactonic\Core\Content\Chords;
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
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;

/** Names the chords that sound, and writes the names down in the place of those there are. Drums say nothing. */
final readonly class NameChords implements SongEdit
{
    /** Below this a name is doubtful, in %. */
    private const DOUBTFUL = 60;

    /** So many voices together are harmony. */
    private const HARMONIES = 3;

    private const AS_HEARD = 'heard';

    private const HARMONY = 'harmony';

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
                    'by', 'Where a name may begin: on bars, and where chords change in bars that hold several; '
                        .'wherever they change; on beats; or on bars alone.',
                    options: [self::AS_HEARD, ...ChordNaming::BY], default: self::AS_HEARD,
                ),
                Parameter::choice(
                    'tracks', 'What is listened to: the part that holds the harmony, the tracks that are open, or all '
                        .'of them; never drums.',
                    options: [self::HARMONY, 'open', 'all'], default: self::HARMONY,
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
                'chord-names by=changes' => 'Name the chords wherever they change',
                'chord-names tracks=all' => 'Name the chords of all tracks',
                'chord-names tensions=off sevenths=off bass=off' => 'Name the triads',
            ],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $conductor = $song->conductor;
        $tracks = $this->tracks($open, $context, $parameters->choice('tracks'));
        $notes = self::heard($song, $tracks);
        $range = $context->range ?? TickRange::of(0, max(1, $notes->end()));
        $passing = $parameters->amount('passing')->ticksAt($range->from, $context->time);
        $naming = new ChordNaming($conductor->meters, $conductor->keyAt(...), $passing);
        $by = $parameters->choice('by');
        $found = $by === self::AS_HEARD
            ? self::asHeard($naming->names($notes, $range, 'bars'), $naming->names($notes, $range, 'changes'), $context)
            : $naming->names($notes, $range, $by);
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
            Said::did(count($named), Noun::Chord, 'named'.($by === self::AS_HEARD ? '' : " by {$by}"))->with(
                count($tracks) === 1 ? 'from '.reset($tracks)->name : '',
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

    /**
     * In each bar what changes in it, where that is more than one chord and none of them is doubtful.
     *
     * @param  list<array{tick: int, match: ChordMatch}>  $byBars
     * @param  list<array{tick: int, match: ChordMatch}>  $byChanges
     * @return list<array{tick: int, match: ChordMatch}>
     */
    private static function asHeard(array $byBars, array $byChanges, Context $context): array
    {
        $bars = $context->time->gridLines(Grid::parse('bar'));
        $barOf = static function (int $tick) use ($bars): int {
            $bars->around($tick);

            return $bars->before;
        };
        $lines = $context->time->gridLines(Grid::parse('1/16'));
        $near = intdiv($context->time->ppq(), 16);
        $within = [];
        foreach ($byChanges as $one) {
            // A chord a little early or late is one on the line.
            $line = $lines->nearest($one['tick']);
            $tick = abs($line - $one['tick']) <= $near ? $line : $one['tick'];
            $within[$barOf($tick)][] = ['tick' => $tick, 'match' => $one['match']];
        }
        $found = [];
        foreach ($byBars as $bar) {
            $several = $within[$barOf($bar['tick'])] ?? [];
            $names = array_unique(array_map(static fn (array $one): string => (string) $one['match']->name, $several));
            $doubtful = array_filter($several, static fn (array $one): bool => $one['match']->sure < self::DOUBTFUL);
            $found = [...$found, ...(count($names) > 1 && $doubtful === [] ? $several : [$bar])];
        }

        return $found;
    }

    /**
     * The tracks that are listened to, by their ids.
     *
     * @return array<int, Track>
     */
    private function tracks(OpenSong $open, Context $context, string $which): array
    {
        $pitched = array_filter(
            $open->song->tracks, static fn (Track $track): bool => ! $track->isDrums() && ! $track->muted,
        );
        if ($which === 'open') {
            return array_intersect_key($pitched, array_flip($open->tracks()));
        }
        $held = $which === self::HARMONY
            ? array_filter(array_map(
                static fn (Track $track): int => self::held(Sounding::of($open->song, $track)->notes, $context),
                $pitched,
            ))
            : [];
        arsort($held);
        $harmony = array_key_first($held);

        return $harmony === null ? $pitched : [$harmony => $pitched[$harmony]];
    }

    /** For how many ticks of the range, or of all, three voices or more sound that began together. */
    private static function held(Notes $notes, Context $context): int
    {
        $ticks = 0;
        foreach (Chords::of($notes, array_keys($notes->id), null, $context->time) as $chord) {
            $starts = $notes->start[$chord[0]];
            if (count($chord) >= self::HARMONIES && ($context->range === null || $context->range->has($starts))) {
                $ticks += min(array_map(static fn (int $i): int => $notes->length[$i], $chord));
            }
        }

        return $ticks;
    }

    /**
     * What sounds of some tracks, in song time.
     *
     * @param  array<int, Track>  $tracks
     */
    private static function heard(Song $song, array $tracks): Notes
    {
        $columns = array_map(static fn (): array => [], Notes::COLUMNS);
        foreach ($tracks as $track) {
            foreach (Sounding::of($song, $track)->notes->columns() as $name => $values) {
                $columns[$name] = [...$columns[$name], ...$values];
            }
        }

        return Notes::of($columns);
    }
}
