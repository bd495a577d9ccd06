<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Parameters\Parameters;

/** All edits there are. Adding one is a class, a line in `standard()`, and its test. */
final readonly class Catalog
{
    /** @param  array<string, Edit>  $edits  by line name */
    private function __construct(private array $edits)
    {
    }

    public static function standard(): self
    {
        return self::of([
            new Timing\Quantize,
            new Timing\AsPlayed,
            new Timing\Nudge,
            new Timing\Align,
            new Timing\Humanize,
            new Timing\Stretch,
            new Timing\Reverse,
            new Timing\Rotate,
            new Timing\Strum,
            new Pitch\Transpose,
            new Pitch\Double,
            new Pitch\Repitch,
            new Pitch\InKey,
            new Pitch\Invert,
            new Pitch\Revoice,
            new Pitch\Harmony,
            new Length\Length,
            new Length\Legato,
            new Length\Untangle,
            new Length\Trim,
            new Length\Detach,
            new Length\Fit,
            new Dynamics\Velocity,
            new Dynamics\Ramp,
            new Dynamics\Squeeze,
            new Dynamics\Limit,
            new Dynamics\Accent,
            new Dynamics\Smooth,
            new Building\Insert,
            new Building\Chord,
            new Building\Split,
            new Building\Steps,
            new Building\Join,
            new Building\Repeat,
            new Building\Duplicate,
            new Building\Delete,
            new Building\Mute,
            Building\Grouping::together(),
            Building\Grouping::apart(),
            new Building\Open,
            new Building\Close,
            new Building\Cut,
            new Building\Copy,
            new Building\Paste,
            new Building\Tidy,
        ]);
    }

    /** @param  list<Edit>  $edits */
    public static function of(array $edits): self
    {
        $named = [];
        foreach ($edits as $edit) {
            $named[$edit->declaration()->name] = $edit;
        }

        return new self($named);
    }

    /**
     * Understands an edit line.
     *
     * @throws BadInput for an unknown edit or parameter, or a value out of its range, saying what is allowed
     */
    public function read(string $text): PreparedEdit
    {
        $line = EditLine::parse($text);
        $edit = $this->edits[$line->name] ?? throw $this->unknown($line->name);
        $declaration = $edit->declaration();
        $given = array_intersect($declaration->oneOf, array_keys($line->parameters));
        if ($declaration->oneOf !== [] && count($given) !== 1 && ($given !== [] || ! $this->hasDefault($declaration))) {
            $last = array_slice($declaration->oneOf, -1)[0];
            $choice = implode(', ', array_slice($declaration->oneOf, 0, -1))." or {$last}";
            throw new BadInput("{$line->name} takes one of {$choice}.", ['allowed' => $declaration->oneOf]);
        }

        return new PreparedEdit($edit, $declaration, Parameters::check($line->name, $declaration->parameters, $line->parameters), $line);
    }

    /** @return list<Declaration> in the order of the catalog */
    public function declarations(): array
    {
        return array_values(array_map(static fn (Edit $edit): Declaration => $edit->declaration(), $this->edits));
    }

    private function hasDefault(Declaration $declaration): bool
    {
        foreach ($declaration->parameters as $parameter) {
            if ($parameter->absent !== '' && in_array($parameter->name, $declaration->oneOf, true)) {
                return true;
            }
        }

        return false;
    }

    private function unknown(string $name): BadInput
    {
        $names = array_keys($this->edits);
        $near = array_values(array_filter($names, static fn (string $known): bool => levenshtein($known, $name) <= 2));
        $hint = $near === [] ? '' : " Did you mean {$near[0]}?";

        return new BadInput("There is no edit “{$name}”.{$hint} There are: ".implode(', ', $names).'.', ['allowed' => $names]);
    }
}
