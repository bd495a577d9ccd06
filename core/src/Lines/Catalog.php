<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Closure;
use Jactonic\Core\Edits\Building;
use Jactonic\Core\Edits\Clips;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Dynamics;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Lanes;
use Jactonic\Core\Edits\Length;
use Jactonic\Core\Edits\Pitch;
use Jactonic\Core\Edits\Playing;
use Jactonic\Core\Edits\Song;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\Timing;
use Jactonic\Core\Edits\Tracks;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Parameters\Seed;

/** All edits there are. Adding one is a class, a line in `EDITS`, and its test. */
final readonly class Catalog
{
    /**
     * By the name of its lines what makes each, in the order they are shown in. Only those that are asked for are made.
     */
    private const EDITS = [
        'quantize' => Timing\Quantize::class,
        'as-played' => Timing\AsPlayed::class,
        'nudge' => Timing\Nudge::class,
        'align' => Timing\Align::class,
        'humanize' => Timing\Humanize::class,
        'stretch' => Timing\Stretch::class,
        'reverse' => Timing\Reverse::class,
        'rotate' => Timing\Rotate::class,
        'strum' => Timing\Strum::class,
        'transpose' => Pitch\Transpose::class,
        'double' => Pitch\Double::class,
        'repitch' => Pitch\Repitch::class,
        'inkey' => Pitch\InKey::class,
        'invert' => Pitch\Invert::class,
        'revoice' => Pitch\Revoice::class,
        'widen' => Pitch\Widen::class,
        'harmony' => Pitch\Harmony::class,
        'arpeggio' => Pitch\Arpeggio::class,
        'block' => Pitch\Block::class,
        'length' => Length\Length::class,
        'legato' => Length\Legato::class,
        'untangle' => Length\Untangle::class,
        'trim' => Length\Trim::class,
        'detach' => Length\Detach::class,
        'fit' => Length\Fit::class,
        'velocity' => Dynamics\Velocity::class,
        'ramp' => Dynamics\Ramp::class,
        'squeeze' => Dynamics\Squeeze::class,
        'limit' => Dynamics\Limit::class,
        'accent' => Dynamics\Accent::class,
        'smooth' => Dynamics\Smooth::class,
        'course' => Dynamics\FollowCourse::class,
        'wave' => Lanes\Wave::class,
        'point' => Lanes\SetPoint::class,
        'fill-level' => Lanes\FillLevel::class,
        'thin' => Lanes\Thin::class,
        'sample' => Lanes\Sample::class,
        'pedal-join' => Lanes\PedalJoin::class,
        'pedal-to-notes' => Lanes\PedalToNotes::class,
        'pedal-clean' => Lanes\PedalClean::class,
        'insert' => Building\Insert::class,
        'chord' => Building\InsertChord::class,
        'fill' => Building\Fill::class,
        'chords-fill' => Building\FillChords::class,
        'split' => Building\Split::class,
        'steps' => Building\Steps::class,
        'join' => Building\Join::class,
        'repeat' => Building\Repeat::class,
        'duplicate' => Building\Duplicate::class,
        'delete' => Building\Delete::class,
        'mute' => Building\Mute::class,
        'group' => [Building\Grouping::class, 'together'],
        'ungroup' => [Building\Grouping::class, 'apart'],
        'open' => Building\Open::class,
        'close' => Building\Close::class,
        'cut' => Building\Cut::class,
        'copy' => Building\Copy::class,
        'paste' => Building\Paste::class,
        'tidy' => Building\Tidy::class,
        'copy-to' => Building\CopyTo::class,
        'take' => Playing\Take::class,
        'technique' => Playing\SetTechnique::class,
        'curve' => Playing\DrawCurve::class,
        'curve-copy' => Playing\CopyCurve::class,
        'curve-remove' => Playing\RemoveCurve::class,
        'layer-pick' => Playing\PickLayer::class,
        'track' => Tracks\ChangeTrack::class,
        'track-new' => Tracks\NewTrack::class,
        'track-copy' => Tracks\CopyTrack::class,
        'track-move' => Tracks\MoveTrack::class,
        'track-delete' => Tracks\DeleteTrack::class,
        'technique-map' => Tracks\MapTechniques::class,
        'row' => Tracks\ChangeRow::class,
        'row-names' => Tracks\NameRows::class,
        'clip' => Clips\ChangeClip::class,
        'clip-new' => Clips\NewClip::class,
        'clip-split' => Clips\SplitClip::class,
        'clip-join' => Clips\JoinClips::class,
        'clip-trim' => Clips\TrimClip::class,
        'clip-move' => Clips\MoveClip::class,
        'clip-repeat' => Clips\RepeatClip::class,
        'clip-copy' => Clips\CopyClip::class,
        'clip-paste' => Clips\PasteClip::class,
        'clip-delete' => Clips\DeleteClip::class,
        'tempo' => Song\ChangeTempo::class,
        'tempo-ramp' => Song\RampTempo::class,
        'meter' => Song\ChangeMeter::class,
        'key' => Song\ChangeKey::class,
        'marker' => Song\SetMarker::class,
        'chord-name' => Song\SetChord::class,
        'chord-names' => Song\NameChords::class,
        'conductor-remove' => Song\RemoveEvent::class,
        'conductor-move' => Song\MoveEvent::class,
        'time-open' => Song\OpenTime::class,
        'time-close' => Song\CloseTime::class,
    ];

    /**
     * @param  Closure(int): int  $chance  a number from 0 to another one, for lines that take another seed each time
     */
    private function __construct(private Closure $chance)
    {
    }

    /** @param  (Closure(int): int)|null  $chance  a number from 0 to another one; always the same where left out */
    public static function standard(?Closure $chance = null): self
    {
        return new self($chance ?? static fn (): int => 1);
    }

    /**
     * Understands an edit line.
     *
     * @throws BadInput for an unknown edit or parameter, or a value out of its range, saying what is allowed
     */
    public function read(string $text): PreparedEdit|PreparedSongEdit
    {
        $line = EditLine::parse($text);
        $edit = self::edit($line->name) ?? throw $this->unknown($line->name);
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
        $declarations = [];
        foreach (array_keys(self::EDITS) as $name) {
            $edit = self::edit($name);
            if ($edit !== null) {
                $declarations[] = $edit->declaration();
            }
        }

        return $declarations;
    }

    public function has(string $name): bool
    {
        return isset(self::EDITS[$name]);
    }

    private static function edit(string $name): Edit|SongEdit|null
    {
        $made = self::EDITS[$name] ?? null;

        return match (true) {
            $made === null => null,
            is_array($made) => $made(),
            default => new $made,
        };
    }

    /** The line with a number in the place of every seed that is to be another one each time. */
    private function settled(Declaration $declaration, EditLine $line): EditLine
    {
        foreach ($declaration->parameters as $parameter) {
            if ($parameter->kind instanceof Seed && ($line->parameters[$parameter->name] ?? Seed::NEW) === Seed::NEW) {
                $line = EditLine::of(
                    $line->name, [...$line->parameters, $parameter->name => (string) ($this->chance)(Seed::LARGEST)],
                );
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
        $names = array_keys(self::EDITS);
        $near = array_values(array_filter($names, static fn (string $known): bool => levenshtein($known, $name) <= 2));
        $hint = $near === [] ? '' : " Did you mean {$near[0]}?";

        return new BadInput(
            "There is no edit “{$name}”.{$hint} There are: ".implode(', ', $names).'.', ['allowed' => $names],
        );
    }
}
