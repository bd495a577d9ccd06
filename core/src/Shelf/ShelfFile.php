<?php

declare(strict_types=1);

namespace Jactonic\Core\Shelf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Smf\SuitingVoice;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Layout;
use Jactonic\Core\Song\Rest;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;

/**
 * What is kept on the shelf as an ordinary MIDI file: one track with its name, tempo, key signature and a program that
 * suits its voice, which any program opens. What such a file cannot say stands in an event of our own beside it.
 */
final class ShelfFile
{
    private const HEAD = "\x7DJactonic phrase ";

    public static function write(ShelfItem $item): string
    {
        $channel = $item->voice === Voice::Drums ? Track::DRUM_CHANNEL : 0;
        $said = json_encode(
            [
                'tags' => $item->tags, 'key' => $item->key === null ? null : (string) $item->key,
                'voice' => $item->voice->value, 'length' => $item->length,
                ...self::muted($item->notes),
            ],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
        );
        $events = [
            Meta::TrackName->event($item->name), Meta::SequencerSpecific->event(self::HEAD.$said),
            chr(0xC0 | $channel).chr($item->voice->program()),
        ];
        $notes = $item->notes->with(['channel' => array_fill(0, $item->notes->count(), $channel)]);
        $track = new SmfTrack($notes, array_fill(0, count($events), 0), $events, $item->length);
        $conducting = [
            ConductorEvent::ofTempo(0, $item->tempo),
            ...($item->key === null ? [] : [ConductorEvent::of(ConductorKind::Key, 0, (string) $item->key)]),
        ];
        // The conductor of a song knows how its events are written.
        $head = SmfFile::of(Song::of(
            Conductor::of($item->ppq, $conducting), [], [], [], 1, new Layout(1, [0 => new Rest]),
        ))->tracks[0];

        return (new SmfFile(0, $item->ppq, [
            new SmfTrack(
                $track->notes,
                [...$head->ticks, ...$track->ticks],
                [...$head->events, ...$track->events],
                $track->end,
            ),
        ]))->write();
    }

    /**
     * What a file holds, one item for each track with notes.
     *
     * @param  string  $name  what it is called where no track says it
     * @return non-empty-list<ShelfItem>
     *
     * @throws NotMidi where it cannot be read
     * @throws BadInput where there are no notes in it
     */
    public static function read(string $bytes, string $name): array
    {
        $file = SmfFile::read($bytes);
        $song = $file->song();
        $tracks = $file->tracksWithNotes();
        $tempo = 60_000_000 / $song->conductor->tempo->tempoAt(0);
        $items = [];
        foreach ($tracks as $track) {
            $said = self::said($track);
            $notes = self::mutedIn($track->notes->with(['channel' => array_fill(0, $track->notes->count(), 0)]), $said);
            $voice = is_string($said['voice'] ?? null) ? Voice::tryFrom($said['voice']) : null;
            $own = mb_substr($track->name() ?: $name, 0, ShelfItem::LONGEST_NAME - 5);
            $items[] = ShelfItem::of(
                $own === '' ? 'Phrase' : $own, is_array($said['tags'] ?? null) ? $said['tags'] : [], $tempo,
                self::key($said['key'] ?? null) ?? $song->conductor->keyAt(0),
                $voice ?? SuitingVoice::of($track, $track->notes->channel[0]), $file->ppq,
                is_int($said['length'] ?? null) ? min(max(0, $said['length']), 4 * $track->end) : $track->end, $notes,
            );
        }

        return $items === []
            ? throw new BadInput('There are no notes in the file, so there is nothing to keep.')
            : $items;
    }

    /** @return array{muted?: list<int>} the places of muted notes, which sound in other programs */
    private static function muted(Notes $notes): array
    {
        $places = array_keys($notes->muted, 1, true);

        return $places === [] ? [] : ['muted' => $places];
    }

    /** @param  array<array-key, mixed>  $said */
    private static function mutedIn(Notes $notes, array $said): Notes
    {
        $muted = array_fill(0, $notes->count(), 0);
        foreach (is_array($said['muted'] ?? null) ? $said['muted'] : [] as $place) {
            if (is_int($place) && isset($muted[$place])) {
                $muted[$place] = 1;
            }
        }

        return $notes->with(['muted' => $muted]);
    }

    /** @return array<array-key, mixed> what an event of our own says; empty where there is none */
    private static function said(SmfTrack $track): array
    {
        foreach ($track->metas(Meta::SequencerSpecific) as [, $data]) {
            $read = str_starts_with($data, self::HEAD) ? json_decode(substr($data, strlen(self::HEAD)), true, 3) : null;
            if (is_array($read)) {
                return $read;
            }
        }

        return [];
    }

    private static function key(mixed $text): ?Scale
    {
        try {
            return is_string($text) ? Scale::parse($text) : null;
        } catch (BadInput) {
            return null;
        }
    }
}
