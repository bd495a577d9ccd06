<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Lines;

use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\ScreenCommands;
use Jactonic\Core\Lines\Speech\AmountWords;
use Jactonic\Core\Lines\Speech\Speaker;
use Jactonic\Core\Lines\Speech\Speech;
use Jactonic\Core\Lines\Speech\Understood;
use Jactonic\Core\Lines\Speech\WhatWords;
use Jactonic\Core\Lines\Speech\WhoWords;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class SpeechTest extends TestCase
{
    private const PPQ = 960;

    private const BAR = 3840;

    /** What stands for each slot of a pattern in a test of all of them. */
    private const SAID = [
        'time' => 'a beat', 'grid' => 'eighths', 'n' => '3', 'tempo' => '92.5', 'signed' => '-3', 'percent' => '20 %',
        'share' => 'half way', 'level' => '64', 'difference' => '12', 'interval' => 'a fifth', 'pitch' => 'C3',
        'chord' => 'Dm7', 'key' => 'D dorian', 'meter' => '7/8', 'ratio' => '3/2', 'position' => 'bar 6',
        'at' => 'here',
        'lane' => 'mod wheel', 'voice' => 'bass', 'newvoice' => 'lead', 'instrument' => 'french horn',
        'track' => 'harmonium', 'row' => 'snare', 'beats' => '2 and 4',
        'bars' => 'bars 3 to 4', 'text' => 'Chorus',
    ];

    private static ?Speech $speech = null;

    private static function screen(): ScreenCommands
    {
        $declared = json_decode(
            (string) file_get_contents(__DIR__.'/../../../resources/keys/view-commands.json'), true,
        );

        return ScreenCommands::of(is_array($declared) ? $declared : []);
    }

    /** @param  list<int>  $open  tracks of the song, from 1, each with a clip of four bars of the same number */
    private static function say(string $text, int $selected = 0, array $open = [1]): Understood
    {
        self::$speech ??= new Speech(Catalog::standard(), self::screen());
        $voices = [
            'Kalimba' => Voice::Plucked, 'Upright bass' => Voice::Bass, 'Frame drum kit' => Voice::Drums,
            'Harmonium' => Voice::Reed, 'Low strings' => Voice::Bowed,
        ];
        $tracks = $clips = [];
        foreach (array_keys($voices) as $k => $name) {
            $tracks[] = new Track($k + 1, $k, $name, voice: $voices[$name]);
            $clips[] = new Clip($k + 1, $k + 1, 0, 4 * self::BAR);
        }
        $song = Song::of(Conductor::of(self::PPQ), $tracks, $clips, []);
        $context = new Context(
            new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16', 0)),
            caret: new Caret(0, 60),
        );

        return self::$speech->understand($text, Speaker::in($song, $open, $open[0], $selected, $context));
    }

    /** @return iterable<string, list<string>> */
    public static function spoken(): iterable
    {
        /** @var array{spoken: list<list<string>>} $words */
        $words = json_decode((string) file_get_contents(__DIR__.'/../../../tests/words.json'), true);
        foreach ($words['spoken'] as $row) {
            yield $row[0] => $row;
        }
    }

    #[DataProvider('spoken')]
    public function test_what_one_says_are_these_lines(string $said, string ...$lines): void
    {
        $understood = self::say($said);

        self::assertSame(array_values($lines), $understood->lines);
        self::assertTrue($understood->isWhole());
    }

    public function test_every_line_it_makes_can_be_run(): void
    {
        foreach (self::spoken() as $said => $row) {
            $script = Script::read(array_slice($row, 1), Catalog::standard(), null, self::screen(...));
            self::assertNotSame([], $script->lines(), $said);
        }
    }

    /** Each phrase of each row, with one value of its kind for each that it takes. */
    public function test_no_phrase_of_the_tables_is_lost(): void
    {
        $lost = [];
        foreach (WhatWords::TO_NOTES + WhatWords::ELSEWHERE as $pattern => $lines) {
            foreach (self::phrases($pattern) as $phrase) {
                $said = $lines === '' ? "{$phrase} soft notes" : $phrase;
                if (! self::say($said)->isWhole()) {
                    $lost[] = "{$said} ({$pattern})";
                }
            }
        }
        foreach (array_keys(WhoWords::CONDITIONS) as $who) {
            if (! str_contains(self::say("{$who} softer by 5")->lines[0] ?? '', WhoWords::CONDITIONS[$who])) {
                $lost[] = $who;
            }
        }
        foreach (array_keys(AmountWords::INTERVALS) as $interval) {
            if (! self::say("up {$interval}")->isWhole()) {
                $lost[] = $interval;
            }
        }

        self::assertSame([], $lost);
    }

    /** @return list<string> a pattern said once with each of its phrases */
    private static function phrases(string $pattern): array
    {
        $said = [];
        $parts = explode(' ', $pattern);
        foreach ($parts as $k => $part) {
            foreach (self::ways($part) as $way) {
                $others = array_map(static fn (string $other): string => self::ways($other)[0], $parts);
                $others[$k] = $way;
                $said[] = trim((string) preg_replace('/\s+/', ' ', implode(' ', $others)));
            }
        }

        return array_values(array_unique($said));
    }

    /** @return non-empty-list<string> */
    private static function ways(string $part): array
    {
        if (preg_match('/^([^{]*)\{(?:[a-z]+:)?([a-z]+)[^}]*\}$/', $part, $found) === 1) {
            $value = self::SAID[$found[2]];
            $before = $found[1] === '' ? [''] : explode('|', str_replace('_', ' ', $found[1]));

            return array_map(static fn (string $word): string => trim("{$word} {$value}"), $before);
        }

        return explode('|', str_replace('_', ' ', rtrim($part, '?')));
    }

    #[TestWith(['softer gloriously', 'gloriously', 7, 17])]
    #[TestWith(['brass an octave up', 'brass', 0, 5])]
    #[TestWith(['quantize to 1/8 wobbly', 'wobbly', 16, 22])]
    public function test_a_word_it_does_not_know_is_told_and_never_dropped(
        string $said, string $word, int $from, int $to,
    ): void {
        $understood = self::say($said);

        self::assertFalse($understood->isWhole());
        self::assertSame([[$from, $to]], $understood->left);
        self::assertSame($word, mb_substr($said, $from, $to - $from));
    }

    #[TestWith(['velocity 300', 'velocity: set takes 1 to 127, not “300”.'])]
    #[TestWith(['tempo 5000', 'tempo: to takes 10 to 400 BPM, not “5000”.'])]
    #[TestWith(['swing 400', 'swing: to takes 0 to 150, not “400”.'])]
    public function test_a_value_out_of_its_range_says_what_is_allowed(string $said, string $problem): void
    {
        $understood = self::say($said);

        self::assertSame($problem, $understood->problem);
        self::assertSame([], $understood->lines);
    }

    public function test_what_is_said_of_notes_holds_for_the_selection_and_parts_of_the_song_for_all(): void
    {
        self::assertSame('choose where="velocity=..40 selected=yes"', self::say('soft notes louder', 5)->lines[0]);
        self::assertSame('choose where="velocity=..40"', self::say('all soft notes louder', 5)->lines[0]);
        self::assertSame('choose where="bar=3"', self::say('in bar 3 softer', 5)->lines[0]);
        self::assertSame(['velocity add=-10'], self::say('softer', 5)->lines);
        self::assertSame(['select what=all', 'velocity add=-10'], self::say('softer')->lines);
    }

    public function test_nothing_is_taken_out_of_all_notes_because_nothing_was_selected(): void
    {
        self::assertSame(['delete'], self::say('get rid of them')->lines);
        self::assertSame(['mute state=on'], self::say('silence')->lines);
        self::assertSame(['select what=all', 'delete'], self::say('delete everything')->lines);
    }

    public function test_rows_of_drums_are_those_of_the_open_track_where_one_has_them(): void
    {
        self::assertSame('on track="Frame drum kit"', self::say('hats off')->lines[0]);
        self::assertSame('choose where="row=hat"', self::say('hats off', open: [3])->lines[0]);
        self::assertSame('fill pitch=F#2 every=1/8 range=0..15360', self::say('hats in eighths', open: [3])->lines[0]);
    }

    public function test_what_is_no_sentence_is_understood_as_none(): void
    {
        foreach (['', '   ', 'lorem ipsum dolor', str_repeat('softer ', 60)] as $said) {
            self::assertSame([], self::say($said)->lines, $said);
        }
    }
}
