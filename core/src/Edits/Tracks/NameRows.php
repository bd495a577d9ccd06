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
use Jactonic\Core\Parameters\RowNamesValue;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\RowNames;

/** Gives all rows of a track their names, colours and order at once. */
final readonly class NameRows implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'row-names',
            'Name the rows',
            Group::Tracks,
            'Gives the rows of a track names, colours and an order: those of General MIDI, none, or those written from '
                .'the top down.',
            [
                Parameter::rowNames(
                    'to',
                    'Such as "D2 Snare; C2/3 Kick", from the top down, with a colour after the slash.',
                ),
                WhichTrack::parameter(),
            ],
            subject: Subject::Track,
            synonyms: ['drum map', 'kit', 'drum names', 'key names'],
            uses: [
                'row-names to=general-midi' => 'Name the rows as General MIDI names drums',
                'row-names to=none' => 'Call the rows by their pitches',
                'row-names to=voice' => 'Name the rows as the voice has them',
            ],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $track = WhichTrack::of($open, $parameters);
        $names = match ($said = $parameters->value('to')) {
            RowNamesValue::GENERAL_MIDI => RowNames::generalMidi(),
            RowNamesValue::NONE => RowNames::none(),
            default => $said instanceof RowNames ? $said : null,
        };
        $changed = $track->with(['rows' => (string) $names]);
        $count = count($changed->rowNames()->rows);

        return SongResult::of(
            $open,
            $open->song->withTrack($changed),
            $changed->toArray() === $track->toArray()
                ? Said::nothing("Nothing changed: the rows of {$track->name} are called so already.")
                : Said::that(
                    "{$track->name}: "
                        .($count === 0 ? 'rows are called by their pitches' : Noun::Row->counted($count).' named'),
                ),
        );
    }
}
