<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

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
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/** Makes clips of a track one: those that are chosen, or the one in front and others beside or over it. */
final readonly class JoinClips implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-join',
            'Join clips',
            Group::Clips,
            'Makes the chosen clips of each track one clip, or the one in front and the next one, or all that lie over '
                .'it, such as the layers of a loop.',
            [
                Parameter::choice(
                    'what', 'The next clip, or all that lie over the one in front; muted ones stay as they are.',
                    options: ['next', 'over'], default: 'next',
                ),
            ],
            subject: Subject::Clip,
            synonyms: ['merge clips', 'glue clips', 'unite', 'flatten', 'layers', 'comp'],
            uses: ['clip-join what=over' => 'All layers in one clip'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $front = $song->clips[$open->front];
        $chosen = ChosenClips::of($open, $context);
        $groups = match (true) {
            count($chosen) > 1 => self::byTrack($chosen),
            $parameters->choice('what') === 'next' => [self::withNext($song, $front)],
            default => [self::over($song, $front)],
        };
        $joined = $gone = [];
        foreach ($groups as $clips) {
            $song = $this->joined($song, $clips);
            $joined[] = $clips[0]->id;
            $gone = [...$gone, ...array_map(static fn (Clip $clip): int => $clip->id, array_slice($clips, 1))];
        }
        $count = count($joined) + count($gone);

        return SongResult::opening(
            $open, $song, array_values(array_unique([...array_diff($open->open, $gone), ...$joined])), $joined[0],
            Said::of(
                $count === 2 ? 'Clips' : Noun::Clip->counted($count), 'joined',
            )->with(count($joined) > 1 ? 'to '.count($joined) : ''),
        );
    }

    /**
     * The song with clips of one track as one, with silence where there was none of them.
     *
     * @param  non-empty-list<Clip>  $clips  the earliest first
     *
     * @throws EditRefused where one of them loops
     */
    private function joined(Song $song, array $clips): Song
    {
        foreach ($clips as $clip) {
            if ($clip->loop > 0) {
                throw new EditRefused('A clip that loops cannot be joined; take clip loop=off first.');
            }
        }
        $first = $clips[0];
        $parts = [$this->seen($song, $first, $first)];
        $end = $first->end();
        foreach (array_slice($clips, 1) as $clip) {
            $parts[] = $this->seen($song, $clip, $first);
            $song = $song->withoutClip($clip->id);
            $end = max($end, $clip->end());
        }

        return $song->withClip(
            $first->with(['length' => $end - $first->start, 'offset' => 0]), ClipContent::of($parts),
        );
    }

    /**
     * Chosen clips of each track of which there are several, the earliest first.
     *
     * @param  non-empty-list<Clip>  $chosen
     * @return non-empty-list<non-empty-list<Clip>>
     *
     * @throws EditRefused where each lies on a track of its own
     */
    private static function byTrack(array $chosen): array
    {
        usort($chosen, static fn (Clip $a, Clip $b): int => $a->start <=> $b->start);
        $tracks = [];
        foreach ($chosen as $clip) {
            $tracks[$clip->track][] = $clip;
        }
        $several = array_values(array_filter($tracks, static fn (array $clips): bool => count($clips) > 1));

        return $several !== []
            ? $several
            : throw new EditRefused('Nothing joined: each chosen clip lies on a track of its own.');
    }

    /**
     * @return non-empty-list<Clip>
     *
     * @throws EditRefused where none follows
     */
    private static function withNext(Song $song, Clip $front): array
    {
        $clips = $song->clipsOf($front->track);

        return [
            $front,
            $clips[1 + (int) array_search($front, $clips, true)] ?? throw new EditRefused(
                'Nothing joined: no clip follows on this track.',
            ),
        ];
    }

    /**
     * The clips of the track that sound at a time when the one in front does, the earliest first.
     *
     * @return non-empty-list<Clip>
     *
     * @throws EditRefused where it lies alone
     */
    private static function over(Song $song, Clip $front): array
    {
        $clips = array_values(array_filter(
            $song->clipsOf($front->track),
            static fn (Clip $clip): bool => $clip === $front
                || (! $clip->muted && $clip->start < $front->end() && $clip->end() > $front->start),
        ));

        return count($clips) > 1
            ? $clips
            : throw new EditRefused('Nothing joined: no other clip that sounds lies over the one in front.');
    }

    /** What is seen of a clip, in time of a clip that begins where another does. */
    private function seen(Song $song, Clip $clip, Clip $at): ClipContent
    {
        return $song->contentOf($clip->id)->within($clip->window())->shifted($clip->shift() - $at->start);
    }
}
