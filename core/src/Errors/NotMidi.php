<?php

declare(strict_types=1);

namespace Jactonic\Core\Errors;

/** Bytes that are no Standard MIDI File, or one beyond what fits in memory. */
final class NotMidi extends CoreError
{
}
