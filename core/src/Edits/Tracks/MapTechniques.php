<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Tracks;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Techniques;

/** Gives a track its map of techniques. Notes keep the numbers of theirs. */
final readonly class MapTechniques implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'technique-map',
            'Techniques of the track',
            Group::Tracks,
            'Says how the notes of a track may be played, and what makes the instrument play so.',
            [
                Parameter::techniques(
                    'to',
                    'A map that ships, or techniques with what plays them: key, program, cc with its number, channel, '
                        .'length and velocity in %.',
                ),
                WhichTrack::parameter(),
            ],
            subject: Subject::Track,
            synonyms: ['articulations', 'ways of playing', 'key switches', 'keyswitch', 'playing techniques'],
            uses: [
                'technique-map to=strings' => 'Techniques of strings',
                'technique-map to=bellows' => 'Techniques of a bellows instrument',
            ],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $track = WhichTrack::of($open, $parameters);
        $said = $parameters->value('to');
        $changed = $track->with(['techniques' => $said instanceof Techniques ? (string) $said : '']);
        $count = count($changed->techniques->all);

        return SongResult::of(
            $open,
            $open->song->withTrack($changed),
            $changed->toArray() === $track->toArray()
                ? Said::nothing("Nothing changed: {$track->name} has these techniques already.")
                : Said::that(
                    "{$track->name}: "
                        .($count === 0 ? 'no techniques' : "techniques {$changed->techniques->names()}"),
                ),
        );
    }
}
