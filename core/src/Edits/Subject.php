<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** What an edit works on. */
enum Subject: string
{
    /** The selected notes; with none selected it does nothing and says so. */
    case Selection = 'selection';

    /** The selected notes, or what lies in the range where the line says so. */
    case SelectionOrRange = 'selection-or-range';

    /** The selected notes, or what is chosen of a lane of points where the line names one. */
    case Levels = 'levels';

    /** A place in the clip, whatever is selected. */
    case Anywhere = 'anywhere';

    /** A track: the one in front where the line names no other. */
    case Track = 'track';

    /** The clip in front. */
    case Clip = 'clip';

    /** Tempos, meters, keys and markers. */
    case Conductor = 'conductor';
}
