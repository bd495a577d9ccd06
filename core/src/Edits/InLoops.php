<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/**
 * What an edit does where notes or points would come to lie outside of the round of a clip that loops, where nobody
 * sees or hears them.
 */
enum InLoops: string
{
    /** They come in again at the other end of the round. */
    case Wrap = 'wrap';

    /** They are left out. */
    case LeaveOut = 'leave-out';

    /** It is refused, and a longer loop is named. */
    case Refuse = 'refuse';
}
