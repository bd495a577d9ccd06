<?php

declare(strict_types=1);

namespace Jactonic\Core\Keys;

/** What makes a key the one that is meant. */
enum By: string
{
    /** The letter the layout gives: Q is where the keyboard says Q. */
    case Letter = 'letter';

    /** The place: Q is the key right of the tabulator, whatever is written on it. */
    case Place = 'place';
}
