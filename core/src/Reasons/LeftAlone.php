<?php

declare(strict_types=1);

namespace Jactonic\Core\Reasons;

use Closure;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\OpenSong;

/**
 * Why lines left a note as it was.
 *
 * There is no list of reasons for each edit: it is tried what would have moved the note. The same lines with a
 * parameter at its default, without what chose the notes, on the note alone; what makes the difference is the reason,
 * and where nothing does, what the edit says of the note alone.
 */
final readonly class LeftAlone
{
    /** Lines that only choose what those behind them work on. */
    private const CHOOSES = ['choose', 'select', 'on'];

    /**
     * @param  non-empty-list<string>  $lines  what was done
     * @param  OpenSong  $before  the song as it was then
     * @param  Selection  $selected  what was selected then
     * @param  Context  $context  where one stood then
     * @param  Closure(non-empty-list<string>): Script  $read
     * @param  Closure(string): ?Recipe  $recipe  finds one by its name
     */
    public function __construct(
        private array $lines,
        private OpenSong $before,
        private Selection $selected,
        private Context $context,
        private Closure $read,
        private Closure $recipe,
    ) {
    }

    /** Whether the lines would move a note, or cannot be read. */
    public function wouldMove(int $note): bool
    {
        try {
            ($this->read)($this->lines);
        } catch (CoreError) {
            return true;
        }

        return $this->moves($this->lines, $note);
    }

    /** @param  int  $note  the id of one that lies where it lay */
    public function why(int $note): Reason
    {
        $done = implode('; ', $this->lines);
        if (! in_array($note, $this->selected->ids, true)) {
            return new Reason('not-selected', "It was not selected when “{$done}” was done.", $this->lines);
        }
        $alone = Selection::of([$note]);
        foreach ($this->lines as $k => $text) {
            $line = EditLine::parse($text);
            $without = array_values(array_diff_key($this->lines, [$k => true]));
            if (in_array($line->name, self::CHOOSES, true) && $without !== [] && $this->moves($without, $note)) {
                return new Reason('not-chosen', "“{$text}” did not choose it.", $without);
            }
            $rule = $line->name === 'recipe' ? ($this->recipe)($line->parameters['name'] ?? '') : null;
            if ($rule?->choice !== null && $this->moves($rule->lines, $note)) {
                return new Reason(
                    'not-chosen', "“{$rule->name}” takes only notes that meet its conditions.", $rule->lines,
                );
            }
            foreach ($line->parameters as $name => $value) {
                $freed = array_values(array_replace(
                    $this->lines,
                    [$k => (string) EditLine::of($line->name, array_diff_key($line->parameters, [$name => true]))],
                ));
                if ($this->moves($freed, $note)) {
                    return new Reason('limited', "“{$name}={$value}” of {$line->name} leaves it where it is.", $freed);
                }
            }
        }
        if ($this->moves($this->lines, $note, $alone)) {
            $place = array_search($note, $this->before->notes->id, true);
            $isDrum = $place !== false && $this->context->clips->isDrums($this->before->notes->clip[$place]);

            return $isDrum
                ? new Reason('drums', 'It is a hit of drums, which edits of pitches leave alone.', $this->lines)
                : new Reason('beside-others', 'Beside the others it stays; alone it goes.', $this->lines);
        }

        return new Reason('stays', $this->said($alone) ?? "“{$done}” has nothing to do with it.");
    }

    /** @param  non-empty-list<string>  $lines */
    private function moves(array $lines, int $note, ?Selection $on = null): bool
    {
        try {
            $after = ($this->read)($lines)->apply($this->before, $on ?? $this->selected, $this->context);
        } catch (CoreError) {
            return false;
        }
        $rows = $after->notes()->rows();

        return ($rows[$note] ?? null) !== $this->before->notes->rows()[$note];
    }

    /** What the lines say of some notes alone; null where they say nothing of them. */
    private function said(Selection $on): ?string
    {
        try {
            $said = ($this->read)($this->lines)->apply($this->before, $on, $this->context)->said;
        } catch (CoreError $error) {
            return $error->getMessage();
        }

        return $said->didNothing() ? (string) $said : null;
    }
}
