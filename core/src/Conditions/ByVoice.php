<?php

declare(strict_types=1);

namespace Jactonic\Core\Conditions;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;

/**
 * `voice`: the top voice of a track, where no higher note sounds when it begins, or the bottom one, where no lower
 * does.
 *
 * Other than `part` it looks at what is held too: a melody over held chords is the top voice, none of it the bottom.
 */
final readonly class ByVoice extends Chosen
{
    /** What sounds on for no more than this part of a quarter note is let go, as between chords played legato. */
    private const LET_GO = 4;

    public static function among(Notes $notes, string $voice, ?Context $context): self
    {
        $places = [];
        $letGo = intdiv($context?->time->ppq() ?? 0, self::LET_GO);
        $all = $context === null ? [] : $context->chordsByTrack($notes, array_keys($notes->id), null);
        foreach ($all as $chords) {
            $held = [];
            foreach ($chords as $chord) {
                $last = $notes->start[$chord[count($chord) - 1]] + $letGo;
                $held = array_filter($held, static fn (int $i): bool => $last < $notes->start[$i] + $notes->length[$i]);
                $pitches = array_map(static fn (int $i): int => $notes->pitch[$i], [...$held, ...$chord]);
                $edge = $voice === 'top' ? max($pitches) : min($pitches);
                foreach ($chord as $i) {
                    if ($notes->pitch[$i] === $edge) {
                        $places[$i] = true;
                    }
                    $held[] = $i;
                }
            }
        }

        return new self($places);
    }
}
