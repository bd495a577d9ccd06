<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\ScreenCommands;
use Jactonic\Core\Parameters\Parameter;

/** All ways to say something: those of the tables, and the name of every edit and command with values behind it. */
final class Vocabulary
{
    /** How a value of a kind may be said. */
    private const SLOTS = [
        'level' => [Slot::Level], 'amount' => [Slot::Time], 'grid' => [Slot::Grid], 'ratio' => [Slot::Ratio],
        'pitch' => [Slot::Pitch], 'meter' => [Slot::Meter], 'key' => [Slot::Key], 'chord' => [Slot::Chord],
        'tempo' => [Slot::Tempo], 'moment' => [Slot::At, Slot::Position], 'lane' => [Slot::Lane],
        'track' => [Slot::Track],
    ];

    private const BY_NAME = 0.0;

    private const BY_TITLE = 0.1;

    private const BY_SYNONYM = 0.35;

    /** A way of the tables is likelier meant than the name of an edit with all that it takes. */
    private const GENERAL = 0.05;

    /** @var list<Pattern>|null those of the tables */
    private ?array $tables = null;

    /** @var array<string, list<string>>|null by which phrases each edit or command may be named, by its name */
    private ?array $heads = null;

    /** @var array<string, list<Pattern>> those of an edit or a command, by its name: made when one is named first */
    private array $named = [];

    /** @var array<string, Declaration> */
    private array $edits = [];

    public function __construct(
        private readonly Catalog $catalog,
        private readonly ScreenCommands $screen,
    ) {
    }

    /** @return list<Pattern> those whose words occur in what was said */
    public function patterns(Utterance $said): array
    {
        $this->tables ??= [...self::of(WhatWords::TO_NOTES, true), ...self::of(WhatWords::ELSEWHERE, false)];
        $patterns = $this->tables;
        foreach ($this->heads() as $name => $heads) {
            if ($said->mayHold($heads)) {
                $this->named[$name] ??= isset($this->edits[$name])
                    ? $this->edit($this->edits[$name])
                    : $this->command($this->screen->declared()[$name]);
                array_push($patterns, ...$this->named[$name]);
            }
        }

        return array_values(array_filter($patterns, static fn (Pattern $one): bool => $one->mayMean($said)));
    }

    /** @return array<string, list<string>> */
    private function heads(): array
    {
        if ($this->heads !== null) {
            return $this->heads;
        }
        $this->heads = [];
        foreach ($this->catalog->declarations() as $edit) {
            $this->edits[$edit->name] = $edit;
            $this->heads[$edit->name] = array_map(
                self::spoken(...), [$edit->name, $edit->title, ...$edit->synonyms, ...array_values($edit->uses)],
            );
        }
        foreach ($this->screen->declared() as $name => $command) {
            $this->heads[$name] ??= [self::spoken($name), self::spoken($command['title'])];
        }

        return $this->heads;
    }

    /**
     * @param  array<string, string>  $table
     * @return list<Pattern>
     */
    private static function of(array $table, bool $ofNotes): array
    {
        return array_map(
            static fn (string $text, string $lines): Pattern => Pattern::of($text, $lines, $ofNotes, $ofNotes),
            array_keys($table), $table,
        );
    }

    /** @return list<Pattern> */
    private function edit(Declaration $edit): array
    {
        $ofNotes = in_array($edit->subject, [Subject::Selection, Subject::SelectionOrRange, Subject::Levels], true);
        $values = [...self::values($edit->parameters, $edit->bare), ...self::ways($edit)];
        $patterns = [
            self::named($edit->name, self::names($edit->name), $values, self::BY_NAME, $ofNotes),
            self::named($edit->name, [self::spoken($edit->title)], $values, self::BY_TITLE, $ofNotes),
            self::named(
                $edit->name, array_map(self::spoken(...), $edit->synonyms), $values, self::BY_SYNONYM, $ofNotes,
            ),
        ];
        foreach ($ofNotes ? $edit->uses : [] as $line => $title) {
            $patterns[] = new Pattern(
                [new Element('words', [self::spoken($title)])], [$line], cost: self::BY_TITLE, needsMore: true,
            );
        }

        return array_values(array_filter($patterns, static fn (Pattern $one): bool => $one->elements[0]->words !== []));
    }

    /**
     * @param  array{name: string, title: string, parameters: list<Parameter>, bare: list<string>}  $command
     * @return list<Pattern>
     */
    private function command(array $command): array
    {
        $values = self::values($command['parameters'], $command['bare']);
        $words = self::names($command['name']);

        return $values === [] ? [] : [
            self::named($command['name'], $words, $values, self::BY_NAME, false),
            self::named($command['name'], [self::spoken($command['title'])], $values, self::BY_TITLE, false),
        ];
    }

    /**
     * @param  list<string>  $words
     * @param  list<Element>  $values
     */
    private static function named(string $name, array $words, array $values, float $cost, bool $ofNotes): Pattern
    {
        $labels = array_values(array_unique(array_map(static fn (Element $value): string => $value->label, $values)));
        $line = $name.implode('', array_map(
            static fn (string $label): string => ' '.$label.'={'.str_replace('-', '', $label).'}', $labels,
        ));

        return new Pattern(
            [new Element('words', $words), ...$values], [$line], cost: $cost + self::GENERAL, takesWho: $ofNotes,
            needsMore: true, ofNotes: $ofNotes,
        );
    }

    /**
     * @param  list<Parameter>  $parameters
     * @param  list<string>  $bare  those a bare value may be, the likeliest first; `+` before one with a sign alone,
     *     `%` before one in percent alone
     * @return list<Element>
     */
    private static function values(array $parameters, array $bare): array
    {
        $values = [];
        foreach ($bare as $said) {
            foreach ($parameters as $parameter) {
                if ($parameter->name === ltrim($said, '+%')) {
                    array_push($values, ...self::bare($parameter, $said[0]));
                }
            }
        }
        foreach ($parameters as $parameter) {
            $slots = self::slots($parameter);
            if ($slots !== []) {
                $values[] = new Element($parameter->name, [self::spoken($parameter->name)], $slots, isNeeded: false);
            }
        }

        return $values;
    }

    /** @return list<Element> */
    private static function bare(Parameter $parameter, string $sign): array
    {
        $options = $parameter->kind->describe()['options'] ?? null;
        if ($parameter->kind->name() === 'choice' && is_array($options)) {
            return array_values(array_map(
                static fn (mixed $option): Element => new Element(
                    $parameter->name, [is_string($option) ? self::spoken($option) : ''], [], false,
                    is_string($option) ? $option : '',
                ),
                $options,
            ));
        }
        $slots = match ($sign) {
            '+' => [Slot::Signed],
            '%' => [Slot::Percent],
            default => $parameter->kind->name() === 'choice' ? [Slot::Text] : self::slots($parameter),
        };

        return [new Element($parameter->name, [], $slots, isNeeded: false)];
    }

    /** @return list<Slot> */
    private static function slots(Parameter $parameter): array
    {
        $described = $parameter->kind->describe();
        $isShare = ($described['unit'] ?? '') === '%';

        return match (true) {
            $parameter->kind->name() === 'text' => [Slot::Text],
            $parameter->kind->name() === 'whole-number' && $isShare => [
                Slot::Percent, Slot::Share, Slot::Number, Slot::Signed,
            ],
            $parameter->kind->name() === 'whole-number' => [Slot::Number, Slot::Signed],
            ($described['difference'] ?? false) === true => [Slot::Signed, Slot::Difference],
            default => self::SLOTS[$parameter->kind->name()] ?? [],
        };
    }

    /** @return list<Element> words about how it is to be done */
    private static function ways(Declaration $edit): array
    {
        $ways = [];
        foreach (WhatWords::HOW[$edit->name] ?? [] as $phrase => $said) {
            [$label, $value] = explode('=', $said, 2);
            $ways[] = new Element($label, [$phrase], [], false, $value);
        }

        return $ways;
    }

    /** @return list<string> as it is spoken, and as it stands in a line */
    private static function names(string $name): array
    {
        return array_values(array_unique([self::spoken($name), $name]));
    }

    private static function spoken(string $words): string
    {
        return str_replace(['-', '’', ','], [' ', "'", ''], mb_strtolower($words));
    }

    /** A line as the catalog, or a screen, knows it: whether it can be read. */
    public function isLine(string $line): bool
    {
        $parsed = EditLine::parse($line);
        if ($this->screen->has($parsed->name) && ! $this->catalog->has($parsed->name)) {
            $this->screen->check($parsed);

            return true;
        }
        $this->catalog->read($line);

        return true;
    }
}
