<?php

declare(strict_types=1);

namespace App\Songs;

use App\Models\Clip;
use App\Models\Song;
use App\Models\Track;
use Illuminate\Database\Connection;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Time\MeterMap;

/** Takes songs in from Standard MIDI Files and gives them out again. */
final readonly class SongFiles
{
    private const COLOURS = 8;

    public function __construct(private Connection $database)
    {
    }

    /**
     * Stores a file as a song, each track with notes as a track with one clip.
     *
     * @throws NotMidi where the bytes are no MIDI file
     */
    public function import(string $name, SmfFile $file): Song
    {
        return $this->database->transaction(function () use ($name, $file): Song {
            $meters = $file->meterMap();
            $song = (new Song)->fill([
                'name' => $name, 'ppq' => $file->ppq, 'key' => $file->key(),
                'frame' => $file->frame()->write(),
            ]);
            $song->tempos = $file->tempoMap();
            $song->meters = $meters;
            $song->save();
            $colour = 0;
            foreach ($this->playable($file) as $number => $smfTrack) {
                $channel = $smfTrack->notes->channel[0] ?? 0;
                $track = $song->tracks()->create([
                    'number' => $number,
                    'name' => $smfTrack->name() ?: 'Track '.($number + 1),
                    'colour' => $colour++ % self::COLOURS + 1,
                    'voice' => Voice::suiting($smfTrack, $channel),
                    'channel' => $channel,
                ]);
                $track->clips()->create(['length' => $meters->nextBarLine(max(0, $smfTrack->end - 1, $smfTrack->notes->end() - 1)), 'notes' => $smfTrack->notes]);
            }

            return $song;
        });
    }

    /** A song as a file, everything in it that came in, with the notes as they are now. */
    public function export(Song $song): SmfFile
    {
        $notes = [];
        foreach ($song->load('tracks.clips')->tracks as $track) {
            foreach ($track->clips as $clip) {
                $notes[$track->number] = $clip->notes;
            }
        }

        return SmfFile::read($song->frame)->withNotes($notes);
    }

    /** Sets the tempo at the start; later tempos keep their proportion to it. */
    public function setTempo(Song $song, float $quartersPerMinute): void
    {
        $frame = SmfFile::read($song->frame)->withTempo($quartersPerMinute);
        $song->frame = $frame->write();
        $song->tempos = $frame->tempoMap();
    }

    /** Up to the end of the bar the last note sounds in, one bar at the least. */
    public function length(Notes $notes, MeterMap $meters): int
    {
        return $meters->nextBarLine(max(0, $notes->end() - 1));
    }

    /** @return array<int, SmfTrack> the tracks with notes, or the last one where there are no notes at all */
    private function playable(SmfFile $file): array
    {
        $last = count($file->tracks) - 1;

        return $file->tracksWithNotes() ?: [$last => $file->tracks[$last]];
    }
}
