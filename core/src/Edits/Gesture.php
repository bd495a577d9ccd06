<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Lines\EditLine;

/**
 * An edit whose runs in one gesture, such as a held key, are computed from where the gesture began.
 *
 * So velocities pushed against 127 and brought back keep their ratios: the limited result is never the start of what
 * follows.
 */
interface Gesture
{
    /** One line that does what the two do in a row, before any limit; null where there is none. */
    public function combined(EditLine $first, EditLine $second): ?EditLine;
}
