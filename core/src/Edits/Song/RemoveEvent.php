<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Song;

use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;

/** Takes a tempo, a meter, a key or a marker out where it stands. */
final readonly class RemoveEvent implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'conductor-remove',
            'Remove a tempo, meter, key or marker',
            Group::Song,
            'Takes out the tempo, meter, key or marker that stands at a place.',
            [
                Parameter::choice('what', 'What is taken out.', options: self::kinds(), default: 'marker'),
                Parameter::moment('at', 'Where it stands.'),
            ],
            subject: Subject::Conductor,
            synonyms: ['delete marker', 'delete tempo', 'delete meter'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $kind = ConductorKind::from($parameters->choice('what'));
        $at = $context->moment($parameters, 'at');
        if ($open->song->conductor->at($kind, $at) === []) {
            throw new EditRefused("There is no {$kind->value} at {$context->time->position($at)}.");
        }

        return SongResult::of(
            $open, $open->song->conducted($open->song->conductor->without($kind, $at)),
            Said::that(ucfirst($kind->value)." at {$context->time->position($at)} removed"),
        );
    }

    /** @return non-empty-list<string> */
    public static function kinds(): array
    {
        return array_map(static fn (ConductorKind $kind): string => $kind->value, ConductorKind::cases());
    }
}
