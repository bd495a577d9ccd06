<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Saying\Said;

/**
 * What has a span in time and can be edited by it: notes, points, both together, or clips of the song.
 *
 * @template-covariant Result of Change|SongResult
 */
interface Spanning
{
    public function spans(): Spans;

    /**
     * @param  Spans  $spans  those given, written into
     * @return Result
     *
     * @throws EditRefused where it cannot be done to them
     */
    public function changed(Spans $spans, Said $said): Change|SongResult;
}
