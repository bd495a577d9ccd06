<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\ScreenCommands;

/**
 * Turns what one says, “hats 8 ms late”, into lines: who is meant, what is to be done, how much, and where, by tables
 * of words. It keeps nothing and guesses nothing: a word that no table has is told as left.
 */
final readonly class Speech
{
    private const LONGEST = 300;

    private const MOST_WORDS = 40;

    /** More are not left: then it is something else that is meant. */
    private const MOST_LEFT = 3;

    /** What is not done to all notes where nothing is selected and none are named. */
    private const NEVER_ALL = ['delete', 'mute state=on', 'select what=all'];

    private Vocabulary $vocabulary;

    public function __construct(Catalog $catalog, ScreenCommands $screen)
    {
        $this->vocabulary = new Vocabulary($catalog, $screen);
    }

    public function understand(string $text, Speaker $speaker): Understood
    {
        $words = Word::all(mb_substr($text, 0, self::LONGEST));
        if ($words === [] || count($words) > self::MOST_WORDS) {
            return new Understood([], []);
        }
        $said = new Utterance($words, $speaker);
        $whole = $this->one($said);

        return match (true) {
            $whole->isWhole() => $whole,
            $whole->problem !== '' => $whole,
            default => $this->inParts($said) ?? $this->one($said, self::MOST_LEFT),
        };
    }

    /** Several things in a row: “quantize to eighths, then softer by 5”. */
    private function inParts(Utterance $said): ?Understood
    {
        $lines = [];
        $cost = 0.0;
        $whole = count($said->words);
        while ($said->words !== []) {
            $part = $this->longest($said);
            if ($part === null) {
                return null;
            }
            [$count, $understood] = $part;
            if ($count === $whole) {
                return null;
            }
            array_push($lines, ...array_filter(
                $understood->lines,
                static fn (string $line): bool => $lines === [] || $line !== 'select what=all',
            ));
            $cost += $understood->cost;
            $said = $said->from($count);
        }

        return new Understood($lines, [], cost: $cost);
    }

    /**
     * The longest beginning, up to a word that joins two, that is understood whole.
     *
     * @return array{int, Understood}|null how many words, with the one that joins
     */
    private function longest(Utterance $said): ?array
    {
        $count = count($said->words);
        for ($k = $count; $k > 0; $k--) {
            $joins = $k === $count ? 0 : self::joint($said, $k);
            if ($k < $count && $joins === 0) {
                continue;
            }
            $understood = $this->one($said->from(0, $k), mayBeBare: true);
            if ($understood->isWhole()) {
                return [$k + $joins, $understood];
            }
        }

        return null;
    }

    /** @return int how many words at a place join two things that are said */
    private static function joint(Utterance $said, int $at): int
    {
        foreach (['and then', 'and', 'then', 'but', 'also'] as $joint) {
            $behind = $said->behind($joint, $at);
            if ($behind !== null) {
                return $behind - $at;
            }
        }

        return 0;
    }

    /**
     * @param  int  $mostLeft  how many words may be left
     * @param  bool  $mayBeBare  whether the name of an edit is enough
     */
    private function one(Utterance $said, int $mostLeft = 0, bool $mayBeBare = false): Understood
    {
        $best = $problem = null;
        $least = INF;
        foreach ($this->vocabulary->patterns($said) as $pattern) {
            $heard = Matching::best($said, $pattern, $mostLeft, $mayBeBare, $least);
            if ($heard === null) {
                continue;
            }
            try {
                $lines = $this->lines($heard, $said->speaker);
            } catch (CoreError $error) {
                // A value out of its range is said, where nothing else is meant.
                if ($heard->left === [] && ($problem === null || $heard->cost < $problem->cost)) {
                    $problem = new Understood([], [], $error->getMessage(), $heard->cost);
                }

                continue;
            }
            if ($lines !== []) {
                $least = $heard->cost;
                $best = new Understood($lines, self::places($said->words, $heard->left), '', $heard->cost);
            }
        }
        $all = [$said->words[0]->from, $said->words[count($said->words) - 1]->to];

        return $best ?? $problem ?? new Understood([], [$all]);
    }

    /**
     * @return list<string>
     *
     * @throws CoreError where a line of it cannot be read
     */
    private function lines(Heard $heard, Speaker $speaker): array
    {
        $filling = new Filling($speaker);
        $values = $filling->of($heard->values);
        $lines = $heard->pattern->lines === [''] ? [] : $heard->pattern->linesWith($values);
        foreach ($lines as $line) {
            $this->vocabulary->isLine($line);
        }
        $track = $filling->trackOfRow($heard->values, str_contains($heard->pattern->lines[0], '{kickpitch}'));
        $first = $track === null ? [] : [(string) EditLine::of('on', ['track' => $track])];
        $mayBeAll = array_intersect($lines, self::NEVER_ALL) === [];
        $who = $heard->pattern->takesWho
            ? $heard->who->lines($speaker, $heard->pattern->ofNotes && $mayBeAll)
            : [];
        if ($lines === [] && $who !== [] && $heard->who->isTrackAlone()) {
            return ["go-track name=\"{$heard->who->track}\"", 'select what=all'];
        }

        return [...$first, ...$who, ...$lines];
    }

    /**
     * @param  list<Word>  $words
     * @param  list<int>  $left
     * @return list<array{int, int}>
     */
    private static function places(array $words, array $left): array
    {
        return array_map(static fn (int $k): array => [$words[$k]->from, $words[$k]->to], $left);
    }
}
