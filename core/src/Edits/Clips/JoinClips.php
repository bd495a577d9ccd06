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
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Content;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/** Makes the clip in front and the next one on its track one. */
final readonly class JoinClips implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration('clip-join', 'Join clips', Group::Clips, 'Makes the clip in front and the next one on its track one clip.', subject: Subject::Clip, synonyms: ['merge clips', 'glue clips', 'unite']);
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $song = $open->song;
        $first = $song->clips[$open->front];
        $clips = $song->clipsOf($first->track);
        $next = $clips[1 + (int) array_search($first, $clips, true)] ?? throw new EditRefused('Nothing joined: no clip follows on this track.');
        if ($first->loop > 0 || $next->loop > 0) {
            throw new EditRefused('A clip that loops cannot be joined; take clip loop=off first.');
        }
        $joined = $this->seen($song, $first, $first)->and($this->seen($song, $next, $first));

        return SongResult::opening(
            $open, $song->withoutClip($next->id)->withClip($first->with(['length' => max($first->end(), $next->end()) - $first->start, 'offset' => 0]), $joined),
            array_values(array_diff($open->open, [$next->id])), $first->id, 'Clips joined',
        );
    }

    /** What is seen of a clip, in time of a clip that begins where another does. */
    private function seen(Song $song, Clip $clip, Clip $at): Content
    {
        return $song->contentOf($clip->id)->within($clip->window())->shifted($clip->shift() - $at->start);
    }
}
