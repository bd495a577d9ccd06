<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** An edit that knows by itself what to do with selected points of lanes, which to others are notes (`Lanes\ChosenPoints`). */
interface WithPoints extends Edit
{
}
