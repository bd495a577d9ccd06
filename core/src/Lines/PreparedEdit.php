<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Lanes\ChosenPoints;
use Jactonic\Core\Edits\Round;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Edits\WithPoints;
use Jactonic\Core\Errors\BadInput;
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

        return new self($this->edit, $this->declaration, Parameters::check($line->name, $this->declaration->parameters, $parameters), $line);
    }

    /** @throws EditRefused where it cannot be done to these notes */
    public function apply(Notes $notes, Selection $selection, Context $context): Change
    {
        return Round::kept($this->done($notes, $selection, $context), $notes, $context, $this->declaration->inLoops);
    }

    private function done(Notes $notes, Selection $selection, Context $context): Change
    {
        $needsSelection = match ($this->declaration->subject) {
            Subject::Selection => true,
            Subject::SelectionOrRange => ! $this->parameters->isOn('range'),
            Subject::Levels => $this->parameters->lane()->isOfNotes(),
            default => false,
        };
        $points = $this->declaration->onPoints ? self::chosenPoints($selection, $context->points) : [];
        if ($needsSelection && $points === [] && $selection->positions($notes) === []) {
            return $selection->positions($context->points) === []
                ? Change::nothing(Selection::none(), 'Nothing is selected, so nothing changed. Select notes first.')
                : Change::nothing($selection, "Points alone are selected, and {$this->declaration->name} is for notes, so nothing changed. Select notes first.");
        }
        if ($points !== [] && ! $this->edit instanceof WithPoints) {
            return ChosenPoints::apply($this->edit, $notes, $points, $selection, $context, $this->parameters);
        }

        return $this->edit->apply($notes, $selection, $context, $this->parameters);
    }

    /**
     * The places of the selected points; a curve whose note is selected too goes along with that.
     *
     * @return array<int, int>
     */
    private static function chosenPoints(Selection $selection, Points $points): array
    {
        $selected = array_fill_keys($selection->ids, true);

        return array_values(array_filter(
            $selection->positions($points),
            static fn (int $i): bool => $points->note[$i] === 0 || ! isset($selected[$points->note[$i]]),
        ));
    }
}
