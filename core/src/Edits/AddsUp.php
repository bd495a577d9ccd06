<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/**
 * An edit whose runs in one gesture, such as a held key, are computed from where the gesture began.
 *
 * So velocities pushed against 127 and brought back keep their ratios: the limited result is never the start of what
 * follows.
 */
interface AddsUp
{
    /**
     * The parameters with which one run does what two do in a row, before any limit; null where there are none.
     *
     * @param  array<string, string>  $first  as written
     * @param  array<string, string>  $second
     * @return array<string, string>|null
     */
    public function combined(array $first, array $second): ?array;
}
