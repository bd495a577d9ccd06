<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Need;
use Jactonic\Core\Edits\Round;
use Jactonic\Core\Edits\Spans\PointsInTime;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Said;

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

    /**
     * The same edit with other parameters.
     *
     * @param  array<string, string>  $parameters
     *
     * @throws BadInput
     */
    public function with(array $parameters): self
    {
        $line = EditLine::of($this->line->name, $parameters);

        return new self(
            $this->edit, $this->declaration,
            Parameters::check($line->name, $this->declaration->parameters, $parameters), $line,
        );
    }

    /** @throws EditRefused where it cannot be done to these notes */
    public function apply(Notes $notes, Selection $selection, Context $context): Change
    {
        return Round::kept($this->done($notes, $selection, $context), $notes, $context, $this->declaration->inLoops);
    }

    private function done(Notes $notes, Selection $selection, Context $context): Change
    {
        $hasPoints = $this->declaration->onPoints && PointsInTime::chosen($selection, $context->points) !== [];
        if ($this->needsNotes() && ! $hasPoints && $selection->positions($notes) === []) {
            return $selection->positions($context->points) === []
                ? Change::nothing(
                    Selection::none(), Said::nothing('Nothing is selected, so nothing changed. Select notes first.'),
                )
                : Change::nothing(
                    $selection,
                    Said::nothing(
                        "Points alone are selected, and {$this->declaration->name} is for notes, so nothing changed. "
                            .'Select notes first.',
                    ),
                );
        }

        return $this->edit->apply($notes, $selection, $context, $this->parameters);
    }

    /** Whether it does nothing without selected notes: not where its line takes the range, or a lane of points. */
    private function needsNotes(): bool
    {
        $needs = $this->declaration->needs();

        return in_array(Need::Notes, $needs, true) && match ($this->declaration->subject) {
            Subject::Levels => $this->parameters->lane()->isOfNotes(),
            Subject::SelectionOrRange => ! $this->parameters->isOn('range'),
            default => true,
        };
    }
}
