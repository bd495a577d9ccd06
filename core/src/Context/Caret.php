<?php

declare(strict_types=1);

namespace Jactonic\Core\Context;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\PitchName;

/** Where entry happens: a tick and a pitch. */
final readonly class Caret
{
    /** @param  int  $pitch  0–127 */
    public function __construct(
        public int $tick = 0,
        public int $pitch = 60,
    ) {
    }

    /** @throws BadInput unless the text is TICK or TICK:PITCH */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{1,9})(?::(.+))?$/', $text, $found) !== 1) {
            throw new BadInput("“{$text}” is no caret; write a tick, or a tick and a pitch: 960:C4.");
        }

        return new self((int) $found[1], isset($found[2]) ? PitchName::parse($found[2]) : 60);
    }
}
