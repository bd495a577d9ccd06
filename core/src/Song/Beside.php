<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/** On which side of another one something lies. */
enum Beside: string
{
    case Above = 'above';

    case Below = 'below';
}
