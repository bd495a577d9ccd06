<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;

/**
 * What of a track is sent to an instrument so that it plays the techniques of its notes: keys, programs and controllers
 * just before the first note of each, never twice in a row, and notes as long, as loud and on the channel that they ask
 * for.
 *
 * Of notes that begin on one tick those with the lower number come first. A key goes down a 32nd before its note, or as
 * early as there is room.
 */
final readonly class Realisation
{
    /** How loud a key that switches is pressed. */
    private const KEY_VELOCITY = 64;

    /** A key that switches lasts this part of a quarter note. */
    private const KEY_PART = 8;

    private function __construct(
        private Techniques $techniques,
        private int $channel,
        private int $ppq,
    ) {
    }

    /** What sounds of a track, as it is played. */
    public static function of(ClipContent $content, Track $track, int $ppq): ClipContent
    {
        return $track->techniques->all === []
            ? $content
            : (new self($track->techniques, $track->channel, $ppq))->played($content);
    }

    private function played(ClipContent $content): ClipContent
    {
        $notes = $content->notes;
        $order = array_keys($notes->id);
        usort(
            $order,
            static fn (int $a, int $b): int => [
                $notes->start[$a], $notes->technique[$a], $a,
            ] <=> [$notes->start[$b], $notes->technique[$b], $b],
        );
        $columns = $notes->columns();
        $keys = $points = [];
        $last = null;
        foreach ($order as $i) {
            $technique = $this->techniques->of($notes->technique[$i]);
            if ($technique === null || $notes->muted[$i] === 1) {
                continue;
            }
            $columns['length'][$i] = $technique->lengthOf($notes->length[$i]);
            $columns['velocity'][$i] = $technique->velocityOf($notes->velocity[$i]);
            $columns['channel'][$i] = $technique->channel ?? $notes->channel[$i];
            if ($technique->switches() && $technique !== $last) {
                $start = $notes->start[$i];
                $channel = $technique->channel ?? $this->channel;
                if ($technique->key !== null) {
                    $length = max(1, intdiv($this->ppq, self::KEY_PART));
                    $keys[] = [
                        'start' => max(0, $start - $length), 'length' => max(1, min($start, $length)),
                        'pitch' => $technique->key, 'velocity' => self::KEY_VELOCITY, 'channel' => $channel,
                    ];
                }
                if ($technique->program !== null) {
                    $points[] = [
                        'start' => $start, 'kind' => PointKind::Program->value, 'value' => $technique->program,
                        'channel' => $channel,
                    ];
                }
                if ($technique->controller !== null) {
                    $points[] = [
                        'start' => $start, 'kind' => PointKind::Controller->value,
                        'number' => $technique->controller[0], 'value' => $technique->controller[1],
                        'channel' => $channel,
                    ];
                }
                $last = $technique;
            }
        }

        return (new ClipContent($notes->with($columns), $content->points))->and(
            (new ClipContent(Notes::fromRows($keys), Points::fromRows($points)))->numbered($content->highestId() + 1),
        );
    }
}
