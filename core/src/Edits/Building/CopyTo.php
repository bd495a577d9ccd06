<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\NoteCurves;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\FreshTrack;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/**
 * Doubles notes on another track at the same place, or hands them over to it; its clips there are opened, and the
 * copies selected.
 */
final readonly class CopyTo implements SongEdit
{
    private const NEXT = 'next';

    private const PREVIOUS = 'previous';

    private const FRONT = 'front';

    private const NEW = 'new';

    public function declaration(): Declaration
    {
        return new Declaration(
            'copy-to',
            'To another track',
            Group::Building,
            'Doubles the notes on another track at the same place, as they are or on one pitch, or hands them over to '
                .'it; the copies are selected.',
            [
                Parameter::track(
                    'track',
                    'The next or previous track, the one in front, a new one, or one by its name or its number.',
                    words: [self::NEXT, self::PREVIOUS, self::FRONT, self::NEW],
                ),
                Parameter::pitch(
                    'pitch',
                    'One pitch for all of them, such as that of a drum; notes that then start together become one.',
                    words: [], absent: 'as they are',
                ),
                Parameter::wholeNumber(
                    'transpose', 'How much higher the copies are.', min: -48, max: 48, unit: 'semitones', default: 0,
                ),
                Parameter::choice(
                    'voice', 'What a new track plays.', options: Voice::names(), absent: 'as the track they are on',
                ),
                Parameter::onOff('keep', 'Off takes the notes away from where they were.', default: true),
            ],
            synonyms: [
                'double on track', 'bass to kick', 'copy to track', 'send', 'hand over', 'layer', 'unison',
                'part of its own',
            ],
            uses: [
                'copy-to keep=off' => 'Hand over to the next track',
                'copy-to track=previous' => 'Double on the track above',
                'copy-to track=front' => 'Double on the track in front',
                'copy-to track=new' => 'Double on a new track',
                'copy-to track=new keep=off' => 'Hand over to a new track',
                'copy-to transpose=-12' => 'Double on the next track an octave down',
            ],
            bare: ['track'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $selected = $selection->positions($open->notes);
        if ($selected === []) {
            throw new EditRefused('Nothing is selected, so nothing changed. Select notes first.');
        }
        [$song, $track] = self::track($open, $open->notes->clip[$selected[0]], $parameters);
        $places = array_values(array_filter(
            $selected, static fn (int $i): bool => $open->song->clips[$open->notes->clip[$i]]->track !== $track->id,
        ));
        if ($places === []) {
            throw new EditRefused("The notes lie on {$track->name} already; name another track.");
        }
        // Places are those of what sounds from here on.
        $sounding = $context->clips->sounding($open->notes->at($places));
        $places = array_keys($sounding->id);
        [$song, $clips] = self::homes($sounding, $song, $track);
        $wide = OpenSong::of($song, [...$open->open, ...array_values($clips)], $clips[$places[0]]);
        $draft = new Draft($wide->notes);
        $at = array_flip($wide->notes->id);
        $pitches = self::pitches($sounding, $places, $parameters);
        $louder = $parameters->has('pitch') ? self::together($sounding, $places) : array_fill_keys($places, null);
        $taken = $parameters->has('pitch') ? self::taken($wide, $track) : [];
        $copies = [];
        foreach ($places as $i) {
            $from = $at[$sounding->id[$i]];
            if (array_key_exists($i, $louder) && ! isset($taken["{$sounding->start[$i]} {$pitches[$i]}"])) {
                $copies[] = $draft->copyPiece($from, [
                    'start' => $sounding->start[$i], 'length' => $sounding->length[$i],
                    'playedStart' => $sounding->playedStart[$i], 'playedEnd' => $sounding->playedEnd[$i],
                    'clip' => $clips[$i], 'channel' => $track->channel, 'pitch' => $pitches[$i],
                    'velocity' => $louder[$i] ?? $sounding->velocity[$i],
                ]);
            }
            if (! $parameters->isOn('keep')) {
                $draft->remove($from);
            }
        }
        if ($copies === [] && $parameters->isOn('keep')) {
            throw new EditRefused("Nothing doubled: {$track->name} has a note there each time.");
        }
        $change = (new NoteCurves($wide->notes, $wide->points))->along($draft->change(Selection::of($copies)));

        return SongResult::opening(
            $open, $wide->changeOf($change)->applyTo($wide->song)->counted($change->nextId()), $wide->open,
            $wide->front,
            Said::did(
                count($copies),
                Noun::Note,
                ($parameters->isOn('keep') ? 'doubled on ' : 'handed over to ').$track->name,
            )->with(
                $parameters->has('pitch') && $copies !== []
                    ? 'all on '.$track->rowNames()->called($pitches[$places[0]])
                    : '',
                count($copies) < count($places) ? Noun::Note->counted(
                    count($places) - count($copies),
                ).' would have doubled another' : '',
            ),
        )->selecting($change->selection);
    }

    /**
     * @param  int  $clip  one that the notes lie in
     * @return array{Song, Track} the song with the track in it
     *
     * @throws EditRefused where there is no such track
     */
    private static function track(OpenSong $open, int $clip, Parameters $parameters): array
    {
        $tracks = array_values($open->song->tracks);
        $front = (int) array_search($open->frontTrack(), $tracks, true);
        $said = (string) $parameters->word('track');
        $place = match ($said) {
            self::NEXT => $front + 1,
            self::PREVIOUS => $front - 1,
            self::FRONT => $front,
            default => null,
        };

        if ($said === self::NEW) {
            $from = $open->song->tracks[$open->song->clips[$clip]->track];
            $voice = $parameters->has('voice') ? Voice::from($parameters->choice('voice')) : $from->voice;
            $fresh = FreshTrack::below($from, $open->song, $voice);

            return [$fresh->song, $fresh->track];
        }

        return [$open->song, $place === null
            ? $open->song->trackCalled($said)
            : $tracks[$place] ?? throw new EditRefused("There is no {$said} track; track=new makes one.")];
    }

    /**
     * @param  list<int>  $places
     * @return array<int, int> the pitch of each copy
     *
     * @throws EditRefused where one would leave 0–127
     */
    private static function pitches(Notes $notes, array $places, Parameters $parameters): array
    {
        $to = $parameters->has('pitch') ? $parameters->int('pitch') : null;
        $pitches = [];
        foreach ($places as $i) {
            $pitches[$i] = ($to ?? $notes->pitch[$i]) + $parameters->int('transpose');
            if ($pitches[$i] < 0 || $pitches[$i] > 127) {
                throw new EditRefused(
                    'Nothing copied: a note would leave the 128 pitches there are; transpose it by less.',
                );
            }
        }

        return $pitches;
    }

    /**
     * Of notes that start together the longest, each with the highest velocity of them.
     *
     * @param  list<int>  $places
     * @return array<int, int> velocities by place
     */
    private static function together(Notes $notes, array $places): array
    {
        $kept = $velocity = [];
        foreach ($places as $i) {
            $start = $notes->start[$i];
            $velocity[$start] = max($velocity[$start] ?? 0, $notes->velocity[$i]);
            $kept[$start] = isset($kept[$start]) && $notes->length[$kept[$start]] >= $notes->length[$i]
                ? $kept[$start]
                : $i;
        }

        return array_combine($kept, array_map(static fn (int $i): int => $velocity[$notes->start[$i]], $kept));
    }

    /** @return array<string, true> where a track has a note: “start pitch” */
    private static function taken(OpenSong $open, Track $track): array
    {
        $tracks = $open->tracks();
        $taken = [];
        foreach ($open->notes->start as $i => $start) {
            if ($tracks[$open->notes->clip[$i]] === $track->id) {
                $taken["{$start} {$open->notes->pitch[$i]}"] = true;
            }
        }

        return $taken;
    }

    /**
     * The clips of a track that notes go to: the one that lies where they begin, else the last one before them. A track
     * without one gets a clip.
     *
     * @return array{Song, array<int, int>} the song with the clips, and the id of the clip for each place
     *
     * @throws EditRefused where a note would fall into a later round of a clip that loops
     */
    private static function homes(Notes $notes, Song $song, Track $track): array
    {
        if ($song->clipsOf($track->id) === []) {
            $end = $song->conductor->meters->nextBarLine($notes->end() - 1);
            $song = $song->withClip(
                new Clip($song->newClipId(), $track->id, 0, $end),
                ClipContent::none(),
            );
        }
        $clips = $song->clipsOf($track->id);
        $homes = [];
        foreach ($notes->id as $i => $_) {
            $home = self::home($clips, $notes, $i);
            if ($home->loop > 0 && $home->loop <= $notes->start[$i] - $home->start) {
                throw new EditRefused("{$track->name} repeats a clip there; take clip loop=off first.");
            }
            $homes[$i] = $home->id;
        }

        return [$song, $homes];
    }

    /** @param  list<Clip>  $clips  in order of time, at least one */
    private static function home(array $clips, Notes $notes, int $place): Clip
    {
        $home = $clips[0];
        foreach ($clips as $clip) {
            if ($clip->start <= $notes->start[$place]) {
                $home = $clip;
            }
        }

        return $home;
    }
}
