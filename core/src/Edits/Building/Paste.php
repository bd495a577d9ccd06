<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Building;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\Wording;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Draft;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/** Puts the notes of the clipboard in and selects them. */
final readonly class Paste implements Edit
{
    public function declaration(): Declaration
    {
        return new Declaration('paste', 'Paste', Group::Building, 'Puts the notes of the clipboard in at the caret, or at the same place in the song.', [
            Parameter::place('at', 'Where they begin; same is the place they were taken from.', ['same']),
        ], subject: Subject::Place, synonyms: ['clipboard', 'put in'], uses: ['paste at=same' => 'Paste at the same place'], usesClipboard: true);
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $phrase = $context->clipboard?->at($context->ppq()) ?? throw new EditRefused('Nothing was copied yet; copy or cut notes first.');
        $at = $parameters->word('at') === 'same' ? $phrase->start() : $parameters->place('at', $context);
        $by = $at - $phrase->start();
        if ($phrase->notes->end() + $by > Notes::LAST_TICK) {
            throw new EditRefused('That would go past the end of what a song can hold; paste at an earlier place.');
        }
        $draft = new Draft($notes);
        $nextGroup = $draft->newGroup();
        $groups = [0 => 0];
        $pasted = [];
        foreach ($phrase->notes->id as $i => $_) {
            $row = $phrase->notes->row($i);
            $group = $groups[$row['group']] ??= $nextGroup++;
            $pasted[] = $draft->add(['start' => $row['start'] + $by, 'channel' => $context->channel, 'group' => $group] + array_diff_key($row, ['id' => 0]));
        }

        return $draft->change(Selection::of($pasted), Wording::notes(count($pasted)).' pasted at '.$context->meters->position($at));
    }
}
