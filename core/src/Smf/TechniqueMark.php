<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Realisation;
use Jactonic\Core\Song\Techniques;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Rounding;

/**
 * Which techniques a track of a file has, and which of its notes are played by them, as they were written: a
 * sequencer-specific meta event (FF 7F, 7D) at its start, beside what realises them for every instrument.
 *
 * It says starts and lengths in ticks beside the resolution they count in. Where the file was changed elsewhere, so
 * that what is said does not give what is there, the notes stay as they are in the file and only the map is taken.
 *
 * It says the channel too: of a track that goes out as an MPE zone nothing else does.
 */
final readonly class TechniqueMark
{
    private const HEAD = "\x7DJactonic techniques ";

    private const MOST_NOTES = 200_000;

    /**
     * @param  int  $channel  0–15, of the track
     * @param  list<array{int, int, int, int, int}>  $notes  start, pitch, number of the technique, length and velocity
     *     as written
     */
    private function __construct(
        private Techniques $techniques,
        public int $channel,
        private array $notes,
    ) {
    }

    /**
     * Of what sounds of a track before it is realised; null where it has no techniques, and its channel is told by its
     * notes.
     */
    public static function of(ClipContent $written, Track $track): ?self
    {
        if ($track->techniques->all === [] && ($track->channel === 0 || ! Mpe::isNeeded($written))) {
            return null;
        }
        $notes = $written->notes;
        $said = [];
        foreach ($notes->technique as $i => $technique) {
            if ($notes->muted[$i] === 0 && $track->techniques->of($technique) !== null) {
                $said[] = [$notes->start[$i], $notes->pitch[$i], $technique, $notes->length[$i], $notes->velocity[$i]];
            }
        }

        return new self($track->techniques, $track->channel, $said);
    }

    public function write(int $ppq): string
    {
        return Meta::SequencerSpecific->event(
            self::HEAD.json_encode(
                [
                    'ppq' => $ppq, 'channel' => $this->channel, 'map' => (string) $this->techniques,
                    'notes' => $this->notes,
                ],
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            ),
        );
    }

    /** What an event says of techniques; null where it says nothing, or nothing that can be. */
    public static function read(string $event, int $ppq): ?self
    {
        $data = (string) Meta::SequencerSpecific->dataOf($event);
        $said = str_starts_with($data, self::HEAD) ? json_decode(substr($data, strlen(self::HEAD)), true, 4) : null;
        if (
            ! is_array($said)
            || ! is_string($said['map'] ?? null)
            || ! is_int($said['ppq'] ?? null)
            || $said['ppq'] < 1
            || ! is_int($said['channel'] ?? null)
            || $said['channel'] < 0
            || $said['channel'] > 15
            || ! is_array($said['notes'] ?? null)
            || count($said['notes']) > self::MOST_NOTES
        ) {
            return null;
        }
        $notes = [];
        foreach ($said['notes'] as $note) {
            if (! is_array($note) || count($note) !== 5 || array_filter($note, is_int(...)) !== $note) {
                return null;
            }
            /** @var array{int, int, int, int, int} $values */
            $values = array_values($note);
            $values[0] = Rounding::quotient($values[0] * $ppq, $said['ppq']);
            $values[3] = max(1, Rounding::quotient($values[3] * $ppq, $said['ppq']));
            $notes[] = $values;
        }
        try {
            return new self(Techniques::parse($said['map']), $said['channel'], $notes);
        } catch (BadInput) {
            return null;
        }
    }

    /** The track with the techniques that are told. */
    public function track(Track $track): Track
    {
        return $track->with(['techniques' => (string) $this->techniques, 'channel' => $this->channel]);
    }

    /**
     * What lies in a track of the file as it was written, without what realised it; as it is where it was changed
     * elsewhere.
     *
     * @param  bool  $isGathered  whether all of it was put on the channel of the track, from an MPE zone
     */
    public function written(ClipContent $content, Track $track, int $ppq, bool $isGathered): ClipContent
    {
        $was = [];
        foreach ($this->notes as [$start, $pitch, $technique, $length, $velocity]) {
            $was["{$start} {$pitch}"][] = [$technique, $length, $velocity];
        }
        $keys = array_filter(
            array_map(static fn ($technique): ?int => $technique->key, $this->techniques->all), is_int(...),
        );
        $columns = array_map(static fn (): array => [], Notes::COLUMNS);
        foreach ($content->notes->start as $i => $start) {
            $pitch = $content->notes->pitch[$i];
            $told = isset($was["{$start} {$pitch}"]) ? array_shift($was["{$start} {$pitch}"]) : null;
            if ($told === null && in_array($pitch, $keys, true)) {
                continue;
            }
            $row = $content->notes->row($i);
            if ($told !== null) {
                [$row['technique'], $row['length'], $row['velocity']] = $told;
                $row['channel'] = $this->techniques->of($told[0])?->channel === null ? $row['channel'] : $this->channel;
            }
            foreach ($row as $name => $value) {
                $columns[$name][] = $value;
            }
        }
        $notes = Notes::of($columns);
        $realised = Realisation::of(ClipContent::ofNotes($notes), $this->track($track), $ppq);
        $realised = $isGathered ? $realised->onChannel($this->channel) : $realised;
        $written = new ClipContent($notes, self::without($content->points, $realised->points));

        return self::sounds($realised->notes) === self::sounds($content->notes) ? $written : $content;
    }

    /** Points without those that realise something. */
    private static function without(Points $points, Points $realised): Points
    {
        $gone = [];
        foreach ($realised->start as $k => $_) {
            $gone[] = self::said($realised, $k);
        }

        return $points->at(array_keys(array_filter(
            $points->start, static fn (int $_, int $i): bool => ! in_array(self::said($points, $i), $gone, true),
            ARRAY_FILTER_USE_BOTH,
        )));
    }

    private static function said(Points $points, int $i): string
    {
        return "{$points->start[$i]} {$points->kind[$i]} {$points->number[$i]} {$points->value[$i]} "
            ."{$points->channel[$i]}";
    }

    /**
     * @return list<string> what begins and what ends, for a file does not say which of two notes of one pitch ends
     *     first
     */
    private static function sounds(Notes $notes): array
    {
        $sounds = [];
        foreach ($notes->start as $i => $start) {
            $sounds[] = "{$start} {$notes->pitch[$i]} {$notes->channel[$i]} {$notes->velocity[$i]}";
            $sounds[] = ($start + $notes->length[$i])." {$notes->pitch[$i]} {$notes->channel[$i]} ends";
        }
        sort($sounds);

        return $sounds;
    }
}
