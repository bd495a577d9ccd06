<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Values;

use Jactonic\Core\Time\Rounding;

/** Velocities of steps that fade or swell from the first to the last. */
final class Ramped
{
    /**
     * @param  int  $velocity  1–127, at the first step
     * @param  int  $step  from 0 to the last one
     * @param  int  $ramp  what the last one has of it, in %
     */
    public static function velocity(int $velocity, int $step, int $last, int $ramp): int
    {
        if ($ramp === 100 || $last === 0) {
            return $velocity;
        }
        $share = 100 * $last + ($ramp - 100) * $step;

        return max(1, min(127, Rounding::quotient($velocity * $share, 100 * $last)));
    }
}
