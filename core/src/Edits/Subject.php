<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** What an edit works on. */
enum Subject: string
{
    /** The selected notes; with none selected it does nothing and says so. */
    case Selection = 'selection';

    /** A place in the clip, whatever is selected. */
    case Place = 'place';
}
