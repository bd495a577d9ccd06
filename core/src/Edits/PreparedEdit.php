<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
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
            Subject::Place => false,
        };
        if ($needsSelection && $selection->positions($notes) === []) {
            return Change::nothing(Selection::none(), 'Nothing is selected, so nothing changed. Select notes first.');
        }

        return $this->edit->apply($notes, $selection, $context, $this->parameters);
    }
}
