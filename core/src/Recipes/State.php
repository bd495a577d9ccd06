<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;
use Jactonic\Core\Time\Grid;

/** Where a script stands: the notes and the selection so far, what was changed, the surroundings as the lines left them. */
final readonly class State
{
    /** @param  list<string>  $forTheScreen  lines that only a screen can do, in order */
    private function __construct(
        public Notes $notes,
        public Selection $selection,
        public Context $context,
        public ?Change $change = null,
        public array $forTheScreen = [],
    ) {
    }

    public static function begin(Notes $notes, Selection $selection, Context $context): self
    {
        return new self($notes, $selection, $context);
    }

    /** After a change of the notes; what it put on the clipboard is there for the next line. */
    public function after(Change $change): self
    {
        $context = $change->clipboard === null ? $this->context : $this->context->withClipboard($change->clipboard);

        return new self($change->applyTo($this->notes), $change->selection, $context, $this->change?->then($change) ?? $change, $this->forTheScreen);
    }

    /** With other notes selected. */
    public function selecting(Selection $selection, string $summary): self
    {
        return $this->after(Change::nothing($selection, $summary));
    }

    public function onGrid(Grid $grid): self
    {
        return new self($this->notes, $this->selection, $this->context->onGrid($grid), $this->change, $this->forTheScreen);
    }

    public function leaving(string $line): self
    {
        return new self($this->notes, $this->selection, $this->context, $this->change, [...$this->forTheScreen, $line]);
    }

    /** With other words about what was done. */
    public function saying(string $summary): self
    {
        return new self($this->notes, $this->selection, $this->context, $this->change()->saying($summary), $this->forTheScreen);
    }

    /** The whole change; nothing where no line changed anything. */
    public function change(): Change
    {
        return $this->change ?? Change::nothing($this->selection, 'Done');
    }
}
