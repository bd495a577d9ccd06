<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Closure;
use Jactonic\Core\Edits\Building;
use Jactonic\Core\Edits\Clips;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Dynamics;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Length;
use Jactonic\Core\Edits\Pitch;
use Jactonic\Core\Edits\Song;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\Timing;
use Jactonic\Core\Edits\Tracks;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Parameters\Seed;

/** All edits there are. Adding one is a class, a line in `standard()`, and its test. */
final readonly class Catalog
{
    /**
     * @param  array<string, Edit|SongEdit>  $edits  by line name
     * @param  Closure(int): int  $chance  a number from 0 to another one, for lines that take another seed each time
     */
    private function __construct(
        private array $edits,
        private Closure $chance,
    ) {
    }

    /** @param  (Closure(int): int)|null  $chance  a number from 0 to another one; always the same where left out */
    public static function standard(?Closure $chance = null): self
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
            new Building\ToTrack,
            new Tracks\ChangeTrack,
            new Tracks\NewTrack,
            new Tracks\CopyTrack,
            new Tracks\MoveTrack,
            new Tracks\DeleteTrack,
            new Clips\ChangeClip,
            new Clips\NewClip,
            new Clips\SplitClip,
            new Clips\JoinClips,
            new Clips\TrimClip,
            new Clips\MoveClip,
            new Clips\RepeatClip,
            new Clips\DeleteClip,
            new Song\ChangeTempo,
            new Song\ChangeMeter,
            new Song\ChangeKey,
            new Song\SetMarker,
            new Song\RemoveEvent,
            new Song\MoveEvent,
        ], $chance);
    }

    /**
     * @param  list<Edit|SongEdit>  $edits
     * @param  (Closure(int): int)|null  $chance
     */
    public static function of(array $edits, ?Closure $chance = null): self
    {
        $named = [];
        foreach ($edits as $edit) {
            $named[$edit->declaration()->name] = $edit;
        }

        return new self($named, $chance ?? static fn (): int => 1);
    }

    /**
     * Understands an edit line.
     *
     * @throws BadInput for an unknown edit or parameter, or a value out of its range, saying what is allowed
     */
    public function read(string $text): PreparedEdit|PreparedSongEdit
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

        $line = $this->settled($declaration, $line);

        $parameters = Parameters::check($line->name, $declaration->parameters, $line->parameters);

        return $edit instanceof Edit
            ? new PreparedEdit($edit, $declaration, $parameters, $line)
            : new PreparedSongEdit($edit, $declaration, $parameters, $line);
    }

    /** @return list<Declaration> in the order of the catalog */
    public function declarations(): array
    {
        return array_values(array_map(static fn (Edit|SongEdit $edit): Declaration => $edit->declaration(), $this->edits));
    }

    /** The line with a number in the place of every seed that is to be another one each time. */
    private function settled(Declaration $declaration, EditLine $line): EditLine
    {
        foreach ($declaration->parameters as $parameter) {
            if ($parameter->kind instanceof Seed && ($line->parameters[$parameter->name] ?? Seed::NEW) === Seed::NEW) {
                $line = EditLine::of($line->name, [...$line->parameters, $parameter->name => (string) ($this->chance)(Seed::LARGEST)]);
            }
        }

        return $line;
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
