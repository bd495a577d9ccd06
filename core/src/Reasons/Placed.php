<?php

declare(strict_types=1);

namespace Jactonic\Core\Reasons;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Saying\Wording;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;

/** Why a note lies before or behind a line of the grid, and why it sounds otherwise than it is written. */
final readonly class Placed
{
    /**
     * @param  string|null  $mover  the title of the step that moved it last; null where none did, or none is known
     * @return list<Reason>
     */
    public static function why(OpenSong $open, int $place, Context $context, ?string $mover): array
    {
        $clip = $open->song->clips[$open->notes->clip[$place]] ?? null;

        return array_values(array_filter([
            self::offLine($open->notes, $place, $context, $clip, $mover),
            $clip === null ? null : self::otherwise($open, $place, $clip),
        ]));
    }

    private static function offLine(
        Notes $notes, int $place, Context $context, ?Clip $clip, ?string $mover,
    ): ?Reason {
        $grid = $context->time->grid;
        $start = $notes->start[$place];
        $off = $start - $context->time->gridLines()->nearest($start);
        if ($off === 0) {
            $straight = $start - $context->time->gridLines($grid->withSwing(0))->nearest($start);

            return $straight === 0 ? null : new Reason(
                'swung', self::far($context, $start, $straight, "the straight {$grid}").': it lies on a line of the '
                    ."swing, {$grid->swing}.",
                ['quantize swing=0'],
            );
        }
        $far = self::far($context, $start, $off, (string) $grid);
        if ($notes->playedStart[$place] === 0 && $mover === null) {
            return new Reason('played-so', "{$far}, as it was played.", ['quantize']);
        }
        $clipOff = $clip === null ? 0 : $clip->start - $context->time->gridLines()->nearest($clip->start);
        if ($clip !== null && $clipOff === $off) {
            return new Reason(
                'clip-off', "{$far}, because its clip begins there.", ['clip-move by='.-$clipOff.'tk'],
            );
        }

        return new Reason(
            'moved-so', "{$far}".($mover === null ? ', by what was done to it.' : ": “{$mover}” put it there."),
            ['quantize from=now'],
        );
    }

    private static function otherwise(OpenSong $open, int $place, Clip $clip): ?Reason
    {
        $track = $open->song->tracks[$clip->track];
        $by = $track->transposition;

        return $by === 0 ? null : new Reason(
            'transposed',
            'It sounds '.abs($by).' semitones '.($by > 0 ? 'higher' : 'lower')." than it is written: {$track->name} is "
                .'transposed.',
            ['track transpose=0'],
        );
    }

    private static function far(Context $context, int $start, int $off, string $line): string
    {
        $ms = Wording::milliseconds(abs($context->time->milliseconds($start - $off, $off)));

        return "It lies {$ms} ".($off > 0 ? 'behind' : 'before')." {$line}";
    }
}
