<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;

/** An edit line that was understood: its edit and its checked parameters. */
final readonly class PreparedEdit
{
    public function __construct(
        public Edit $edit,
        public Declaration $declaration,
        public Parameters $parameters,
        public EditLine $line,
    ) {
    }

    /** @throws EditRefused where it cannot be done to these notes */
    public function apply(Notes $notes, Selection $selection, Context $context): Change
    {
        $needsSelection = match ($this->declaration->subject) {
            Subject::Selection => true,
            Subject::SelectionOrRange => ! $this->parameters->isOn('range'),
            Subject::Levels => $this->parameters->lane()->isOfNotes(),
            default => false,
        };
        if ($needsSelection && $selection->positions($notes) === []) {
            return Change::nothing(Selection::none(), 'Nothing is selected, so nothing changed. Select notes first.');
        }

        return $this->edit->apply($notes, $selection, $context, $this->parameters);
    }
}
