<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\Song;

/**
 * An edit that, done to clips that are chosen in the song, changes what lies in them too: slower music is longer, and
 * slower inside.
 */
interface InClips extends SpanEdit
{
    /** The song with what lies in a clip changed, which has its new place and length already. */
    public function inClip(Song $song, int $clip, Parameters $parameters): Song;
}
