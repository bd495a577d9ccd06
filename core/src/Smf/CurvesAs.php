<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

use Jactonic\Core\Song\ClipContent;

/** What curves within notes are in a file. */
enum CurvesAs: string
{
    case Mpe = 'mpe';
    case KeyPressure = 'key-pressure';

    /** What sounds of a track as it goes out. */
    public function written(ClipContent $content): ClipContent
    {
        return match (true) {
            ! Mpe::isNeeded($content) => $content,
            $this === self::Mpe => Mpe::spread($content),
            default => Mpe::asKeyPressure($content),
        };
    }
}
