<?php

declare(strict_types=1);

namespace Jactonic\Core\Errors;

/** Text that cannot be read: an unknown edit or parameter, a value out of its range, a malformed condition. */
final class BadInput extends CoreError
{
}
