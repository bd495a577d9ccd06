<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

/** Takes notes to the clipboard, with their place in the song. The clip stays as it is. */
final readonly class Copy implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'copy',
            'Copy',
            Group::Building,
            'Takes notes to the clipboard, to be pasted in any clip, song or window.',
            [Taking::parameter()],
            subject: Subject::SelectionOrRange,
            synonyms: ['clipboard'],
            uses: ['copy range=on' => 'Copy the range with its silence'],
            onPoints: true,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $taking = Taking::of($notes, $selection, $context, $parameters);

        return Change::nothing(
            $selection, Said::of($taking->counted(), "copied{$taking->where}"),
        )->taking($taking->phrase);
    }
}
