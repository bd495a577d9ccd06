<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Closure;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Time\Grid;

/** Where a script stands: the notes and the selection so far, what was changed, the surroundings as the lines left them. */
final readonly class State
{
    /**
     * @param  list<string>  $forTheScreen  lines that only a screen can do, in order
     * @param  (Closure(): void)|null  $pause  called before each line
     */
    private function __construct(
        public Notes $notes,
        public Selection $selection,
        public Context $context,
        public ?Change $change = null,
        public array $forTheScreen = [],
        private ?Closure $pause = null,
    ) {
    }

    /** @param  (Closure(): void)|null  $pause  called before each line; may refuse to go on */
    public static function begin(Notes $notes, Selection $selection, Context $context, ?Closure $pause = null): self
    {
        return new self($notes, $selection, $context, pause: $pause);
    }

    /** Looks whether there is still time and room for another line. */
    public function pause(): void
    {
        if ($this->pause !== null) {
            ($this->pause)();
        }
    }

    /** After a change of the notes; what it put on the clipboard is there for the next line. */
    public function after(Change $change): self
    {
        $context = $change->clipboard === null ? $this->context : $this->context->withClipboard($change->clipboard);

        return new self($change->applyTo($this->notes), $change->selection, $context, $this->change?->then($change) ?? $change, $this->forTheScreen, $this->pause);
    }

    /** With other notes selected. */
    public function selecting(Selection $selection, string $summary): self
    {
        return $this->after(Change::nothing($selection, $summary));
    }

    public function onGrid(Grid $grid): self
    {
        return new self($this->notes, $this->selection, $this->context->at($this->context->time->onGrid($grid)), $this->change, $this->forTheScreen, $this->pause);
    }

    public function leaving(string $line): self
    {
        return new self($this->notes, $this->selection, $this->context, $this->change, [...$this->forTheScreen, $line], $this->pause);
    }

    /** With other words about what was done. */
    public function saying(string $summary): self
    {
        return new self($this->notes, $this->selection, $this->context, $this->change()->saying($summary), $this->forTheScreen, $this->pause);
    }

    /** The whole change; nothing where no line changed anything. */
    public function change(): Change
    {
        return $this->change ?? Change::nothing($this->selection, 'Done');
    }
}
