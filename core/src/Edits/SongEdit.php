<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\OpenSong;

/** An edit of the song itself: its tracks, its clips, its conductor. */
interface SongEdit
{
    public function declaration(): Declaration;

    /**
     * A pure function, as `Edit::apply()` is.
     *
     * @throws EditRefused where it cannot be done; then nothing was changed
     */
    public function apply(OpenSong $open, Context $context, Parameters $parameters): SongResult;
}
