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
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Beside;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\RowNames;
use Jactonic\Core\Song\Track;

/** Names a row of a track, colours it, moves it among the named ones. */
final readonly class ChangeRow implements SongEdit
{
    private const BY_PITCH = 'pitch';

    private const AS_TRACK = 'track';

    public function declaration(): Declaration
    {
        return new Declaration(
            'row',
            'Name a row',
            Group::Tracks,
            'Gives a row of a track a name, a colour or another place among the named rows.',
            [
                Parameter::pitch('pitch', 'Which row.', words: ['caret', 'pointer']),
                Parameter::text(
                    'name', 'What it is called; '.self::BY_PITCH.' for its pitch alone.',
                    longest: RowNames::LONGEST_NAME,
                ),
                Parameter::wholeNumberOr(
                    'colour', 'One of the eight colours of the theme for its notes, or that of the track.',
                    words: [self::AS_TRACK], min: 1, max: Track::COLOURS, absent: 'as it is',
                ),
                Parameter::pitch(
                    Beside::Above->value, 'The row it shall lie right above.', words: [], absent: 'where it is',
                ),
                Parameter::pitch(
                    Beside::Below->value, 'The row it shall lie right below.', words: [], absent: 'where it is',
                ),
                WhichTrack::parameter(),
            ],
            subject: Subject::Track,
            synonyms: ['drum name', 'rename', 'key name', 'drum map', 'kit', 'order of rows'],
            uses: ['row colour=3' => 'Colour the row of the caret'],
            bare: ['name'],
            asks: 'name',
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $track = WhichTrack::of($open, $parameters);
        $pitch = $context->pitch($parameters, 'pitch');
        $names = $before = $track->rowNames();
        [$name, $colour] = $before->rows[$pitch] ?? ['', 0];
        if ($parameters->has('name') && $parameters->value('name') !== '') {
            $name = $parameters->choice('name') === self::BY_PITCH ? '' : $parameters->choice('name');
        }
        if ($parameters->has('colour')) {
            $colour = $parameters->word('colour') === null ? $parameters->int('colour') : 0;
        }
        if ([$name, $colour] !== ($before->rows[$pitch] ?? ['', 0])) {
            $names = $names->with($pitch, $name, $colour);
        }
        foreach (Beside::cases() as $side) {
            if ($parameters->has($side->value)) {
                $names = $names->moved($pitch, $parameters->int($side->value), $side);
            }
        }

        return $names->rows === $before->rows
            ? SongResult::of(
                $open, $open->song, Said::nothing("Nothing changed: {$before->called($pitch)} is so already."),
            )
            : SongResult::of(
                $open, $open->song->withTrack($track->with(['rows' => (string) $names])),
                $this->said($track, $pitch, $before, $names),
            );
    }

    private function said(Track $track, int $pitch, RowNames $before, RowNames $names): Said
    {
        [$was, $is] = [$before->called($pitch), $names->called($pitch)];
        $colour = $names->rows[$pitch][1] ?? 0;

        return Said::that(match (true) {
            $was !== $is => "{$track->name}: ".PitchName::of($pitch)." is called {$is}",
            $colour !== ($before->rows[$pitch][1] ?? 0) => "{$track->name}: {$is} has "
                .($colour === 0 ? 'the track’s colour' : "colour {$colour}"),
            default => "{$track->name}: {$is} moved among the rows",
        });
    }
}
