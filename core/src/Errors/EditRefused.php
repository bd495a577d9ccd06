<?php

declare(strict_types=1);

namespace Jactonic\Core\Errors;

/** A well-formed edit that cannot be done to these notes; nothing was changed. */
final class EditRefused extends CoreError
{
}
