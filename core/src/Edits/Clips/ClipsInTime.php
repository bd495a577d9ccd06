<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Spans\Spanning;
use Jactonic\Core\Edits\Spans\Spans;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/**
 * Clips that are chosen in the song, as spans in time.
 *
 * @implements Spanning<SongResult>
 */
final readonly class ClipsInTime implements Spanning
{
    /** @var non-empty-list<Clip> in order of time */
    private array $clips;

    /** @param  non-empty-list<Clip>  $clips */
    public function __construct(private OpenSong $open, array $clips)
    {
        usort($clips, static fn (Clip $a, Clip $b): int => [$a->start, $a->id] <=> [$b->start, $b->id]);
        $this->clips = $clips;
    }

    public function spans(): Spans
    {
        $clips = $this->clips;
        $none = array_fill_keys(array_keys($clips), 0);
        $tracks = array_map(static fn (Clip $clip): int => $clip->track, $clips);

        return new Spans(
            Noun::Clip, array_keys($clips),
            array_map(static fn (Clip $clip): int => $clip->start, $clips),
            array_map(static fn (Clip $clip): int => $clip->length, $clips),
            $none, $none, $none,
            array_map(static fn (Clip $clip): int => $clip->muted ? 1 : 0, $clips),
            array_map(static fn (Clip $clip): int => $clip->group, $clips),
            max(0, Song::MOST_CLIPS - count($this->open->song->clips)), ChosenClips::lastGroup($this->open->song),
            static function (array $places) use ($tracks): array {
                $parts = [];
                foreach ($places as $i) {
                    $parts[$tracks[$i]][] = $i;
                }

                return array_values($parts);
            },
            static fn (int $i): string => "track {$tracks[$i]}",
            static fn (): null => null,
        );
    }

    public function changed(Spans $spans, Said $said): SongResult
    {
        $song = $this->open->song;
        $there = [];
        foreach ($this->clips as $i => $clip) {
            if (isset($spans->removed[$i])) {
                $song = $song->withoutClip($clip->id);
            } else {
                $there[] = $clip->id;
                $song = ChosenClips::changed($song, $clip, [
                    'start' => $spans->start[$i], 'length' => $spans->length[$i], 'muted' => $spans->muted[$i] === 1,
                    'group' => $spans->group[$i],
                ]);
            }
        }
        if ($song->clips === []) {
            throw new EditRefused('These are all clips of the song; a song has at least one.');
        }
        [$song, $copies] = $this->copied($song, $spans);

        return SongResult::opening($this->open, $song, $copies === [] ? $there : $copies, $this->open->front, $said);
    }

    /**
     * With the copies in it, those of a group in a group of their own for each round.
     *
     * @return array{Song, list<int>} and their ids
     */
    private function copied(Song $song, Spans $spans): array
    {
        $copies = [];
        foreach ($spans->copies as $round) {
            $groups = [0 => 0];
            foreach ($round as [$i, $values]) {
                $clip = $this->clips[$i];
                $groups[$clip->group] ??= $spans->newGroup();
                $id = $song->newClipId();
                $own = array_intersect_key($values, ['start' => 0, 'length' => 0]);
                $song = ChosenClips::copied($song, $clip, ['id' => $id, 'group' => $groups[$clip->group]] + $own);
                $copies[] = $id;
            }
        }

        return [$song, $copies];
    }
}
