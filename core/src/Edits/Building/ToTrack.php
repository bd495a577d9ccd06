<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Content;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;

/** Doubles notes on another track at the same place, or hands them over to it; its clips there are opened, and the copies selected. */
final readonly class ToTrack implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('to-track', 'To another track', Group::Building, 'Doubles the notes on another track at the same place, or hands them over to it; the copies are selected.', [
            Parameter::wholeNumberOr(['next', 'previous'], 'track', 1, Song::MOST_TRACKS, '', 'next', 'The track below or above, or one by its number from the top.'),
            Parameter::onOff('keep', true, 'Off takes the notes away from where they were.'),
        ], synonyms: ['double on track', 'copy to track', 'send', 'hand over', 'layer', 'unison'], uses: [
            'to-track keep=off' => 'Hand over to the next track', 'to-track track=previous' => 'Double on the track above',
        ]);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $selected = $selection->positions($open->notes);
        if ($selected === []) {
            throw new EditRefused('Nothing is selected, so nothing changed. Select notes first.');
        }
        $track = self::track($open, $parameters);
        $places = array_values(array_filter($selected, static fn (int $i): bool => $open->song->clips[$open->notes->clip[$i]]->track !== $track->id));
        if ($places === []) {
            throw new EditRefused("The notes lie on {$track->name} already; name another track.");
        }
        [$song, $clips] = self::homes($open, $track, $places);
        $wide = OpenSong::of($song, [...$open->open, ...array_values($clips)], $clips[$places[0]]);
        $draft = new Draft($wide->notes);
        $at = array_flip($wide->notes->id);
        $copies = [];
        foreach ($places as $i) {
            $copies[] = $draft->copy($at[$open->notes->id[$i]], ['clip' => $clips[$i], 'channel' => $track->channel]);
            if (! $parameters->isOn('keep')) {
                $draft->remove($at[$open->notes->id[$i]]);
            }
        }
        $change = $draft->change(Selection::of($copies), '');

        return SongResult::opening(
            $open, $wide->changeOf($change)->applyTo($wide->song)->counted($change->added->nextId), $wide->open, $wide->front,
            Wording::notes(count($places)).($parameters->isOn('keep') ? ' doubled on ' : ' handed over to ').$track->name,
        )->selecting($change->selection);
    }

    /** @throws EditRefused where there is no such track */
    private static function track(OpenSong $open, Parameters $parameters): Track
    {
        $tracks = array_values($open->song->tracks);
        $front = (int) array_search($open->frontTrack(), $tracks, true);
        $word = $parameters->word('track');
        $number = match ($word) {
            'next' => $front + 1,
            'previous' => $front - 1,
            default => $parameters->int('track') - 1,
        };

        return $tracks[$number] ?? throw new EditRefused($word !== null
            ? "There is no {$word} track; track-new makes one."
            : 'There is no track '.($number + 1).'; the song has '.(count($tracks) === 1 ? '1 track.' : count($tracks).' tracks.'));
    }

    /**
     * The clips of a track that notes go to: the one that lies where they begin, else the last one before them. A track
     * without one gets a clip.
     *
     * @param  non-empty-list<int>  $places  of the notes
     * @return array{Song, non-empty-array<int, int>} the song with the clips, and the id of the clip for each place
     *
     * @throws EditRefused where a note would fall into a later round of a clip that loops
     */
    private static function homes(OpenSong $open, Track $track, array $places): array
    {
        $song = $open->song;
        if ($song->clipsOf($track->id) === []) {
            $end = max(array_map(static fn (int $i): int => $open->notes->start[$i] + $open->notes->length[$i], $places));
            $song = $song->withClip(new Clip($song->newClipId(), $track->id, 0, $song->conductor->meters->nextBarLine($end - 1)), Content::none());
        }
        $clips = $song->clipsOf($track->id);
        $homes = [];
        foreach ($places as $i) {
            $home = self::home($clips, $open->notes, $i);
            if ($home->loop > 0 && $home->loop <= $open->notes->start[$i] - $home->start) {
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
