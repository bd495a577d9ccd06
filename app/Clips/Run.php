<?php

declare(strict_types=1);

namespace App\Clips;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\Gesture;
use Jactonic\Core\Edits\PreparedEdit;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Notes\Change;
use Jactonic\Core\Notes\Notes;
use Jactonic\Core\Notes\Selection;

/** Edit lines that were understood, to be run in a row. */
final readonly class Run
{
    /** @param  non-empty-list<PreparedEdit>  $edits */
    public function __construct(private array $edits)
    {
    }

    /** What they do together. The selection and the clipboard one line leaves are the next one's. */
    public function apply(Notes $notes, Selection $selection, Context $context): Change
    {
        $done = null;
        foreach ($this->edits as $edit) {
            $change = $edit->apply($notes, $done->selection ?? $selection, $context->withClipboard($done->clipboard ?? $context->clipboard));
            $notes = $change->applyTo($notes);
            $done = $done?->then($change) ?? $change;
        }

        return $done;
    }

    public function usesClipboard(): bool
    {
        foreach ($this->edits as $edit) {
            if ($edit->declaration->usesClipboard) {
                return true;
            }
        }

        return false;
    }

    /** @return non-empty-list<string> */
    public function lines(): array
    {
        return array_map(static fn (PreparedEdit $edit): string => (string) $edit->line, $this->edits);
    }

    /**
     * The one line that does what earlier lines and this run do in a row, where both are one gesture.
     *
     * @param  list<string>  $earlier
     */
    public function combinedAfter(array $earlier): ?string
    {
        $edit = $this->edits[0]->edit;
        if (count($earlier) !== 1 || count($this->edits) !== 1 || ! $edit instanceof Gesture) {
            return null;
        }
        $combined = $edit->combined(EditLine::parse($earlier[0]), $this->edits[0]->line);

        return $combined === null ? null : (string) $combined;
    }
}
