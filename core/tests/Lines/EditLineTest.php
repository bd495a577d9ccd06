<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Lines;

use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

final class EditLineTest extends MusicTestCase
{
    #[TestWith(['quantize'])]
    #[TestWith(['quantize grid=1/16 strength=80'])]
    #[TestWith(['nudge by=-10ms edge=end'])]
    #[TestWith(['tag name="two words"'])]
    public function test_a_line_reads_and_writes_as_the_same_text(string $text): void
    {
        self::assertSame($text, (string) EditLine::parse("  {$text} "));
    }

    /** @return array<string, array{string, string}> */
    public static function wrongLines(): array
    {
        return [
            'an unknown edit, with what was meant' => ['quantise', 'Did you mean quantize?'],
            'an unknown parameter' => [
                'quantize force=80', 'quantize has no parameter “force”; it takes grid, swing, strength',
            ],
            'a parameter where there are none' => ['delete all=yes', 'it takes none'],
            'a number out of its range' => ['quantize strength=180', 'strength takes 0 to 100 %, not “180”'],
            'a number that is none' => ['velocity add=loud', 'add takes -126 to 126'],
            'a choice that is none' => ['quantize what=middle', 'what takes start, end, both, length'],
            'a wrong grid' => ['quantize grid=1/200', 'grid takes 1/n'],
            'an amount below nothing' => ['length to=-1/16', 'to takes an amount of time'],
            'a wrong pitch' => ['insert pitch=H2', 'pitch takes 0 to 127'],
            'a wrong place' => ['insert at=soon', 'at takes caret, pointer, playhead, range-start, range-end, a tick'],
            'a bar there is not' => ['insert at=0.1.0', 'at takes caret, pointer'],
            'too many parts of a place' => ['insert at=1.2.3.4', 'at takes caret, pointer'],
            'none of several' => ['transpose', 'transpose takes one of semitones, octaves, degrees or rows'],
            'two of several' => ['velocity add=1 set=3', 'velocity takes one of add, set or scale'],
            'a technique twice' => [
                'technique-map to="plucked/p key=C0; plucked/. key=D0"', '“plucked” stands in it twice',
            ],
            'a technique by what there is not' => ['technique-map to="plucked/p pedal=3"', 'not played by “pedal”'],
            'a row twice' => ['row-names to="C2 Kick; C2 Snare"', 'C2 stands in it twice'],
            'a course that goes back' => ['course at="480:64 0:90"', 'which 0:90 does not'],
            'a course that is none' => ['course at=loud', 'at takes 1 to 160 points'],
            'a meter of too many beats' => ['meter to=256/4', 'meter: A meter has 1 to 255 beats in a bar, not 256'],
            'a scale there is not' => ['key to="D martian"', 'Scales: major'],
            'an amount longer than a song' => ['nudge by=9999999999bar', 'longer than a song can be'],
            'a word alone' => ['quantize 1/16', '“1/16” should read name=value'],
            'a parameter twice' => ['quantize grid=1/8 grid=1/16', 'grid stands there twice'],
            'nothing' => ['', 'The edit line is empty'],
            'no name' => ['=5', 'does not begin with the name of an edit'],
        ];
    }

    #[DataProvider('wrongLines')]
    public function test_a_wrong_line_is_refused_with_what_would_work(string $line, string $message): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($message);

        Catalog::standard()->read($line);
    }

    public function test_every_edit_is_understood_with_its_defaults_written_out(): void
    {
        foreach (Catalog::standard()->declarations() as $declaration) {
            $said = [];
            foreach ($declaration->parameters as $parameter) {
                if ($parameter->default !== null) {
                    $said[$parameter->name] = $parameter->name === 'seed' ? '1' : $parameter->default;
                }
            }
            if ($declaration->oneOf !== []) {
                $said[$declaration->oneOf[0]] = ['to' => '1/8', 'grid' => '1/8'][$declaration->oneOf[0]] ?? '1';
            }
            $line = (string) EditLine::of($declaration->name, $said);
            self::assertSame($line, (string) Catalog::standard()->read($line)->line);
        }
    }

    public function test_an_edit_without_a_selection_does_nothing_and_says_so(): void
    {
        $change = self::change('quantize', self::notes([10]), selected: []);

        self::assertTrue($change->isNothing());
        self::assertStringContainsString('Nothing is selected', (string) $change->said);
    }

    public function test_every_edit_is_found_by_the_name_it_declares(): void
    {
        $names = array_map(static fn (Declaration $edit): string => $edit->name, Catalog::standard()->declarations());

        self::assertSame(
            [], array_values(array_filter($names, static fn (string $name): bool => ! Catalog::standard()->has($name))),
        );
        self::assertSame($names, array_values(array_unique($names)));
    }
}
