<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Lane;

/** A kind whose bounds are those of the lane its line is about; by itself it is that of velocities. */
interface InLane extends Kind
{
    public function in(Lane $lane): Kind;
}
