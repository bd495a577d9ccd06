<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Tracks;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;

/** The track a line is about: the one in front, or one by its number in the order. */
final class WhichTrack
{
    public static function parameter(): Parameter
    {
        return Parameter::wholeNumberOr(
            'of', 'Which track: the one in front, or its number from the top.', words: ['front'], min: 1,
            max: Song::MOST_TRACKS, default: 'front',
        );
    }

    /** @throws EditRefused where there is no such track */
    public static function of(OpenSong $open, Parameters $parameters): Track
    {
        $number = $parameters->value('of');
        if (! is_int($number)) {
            return $open->frontTrack();
        }
        $count = count($open->song->tracks);

        return array_values($open->song->tracks)[$number - 1]
            ?? throw new EditRefused(
                "There is no track {$number}; the song has ".($count === 1 ? '1 track.' : "{$count} tracks."),
                ['possible' => $count],
            );
    }
}
