<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Parameters;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Parameters\Choice;
use Jactonic\Core\Parameters\ChordShape;
use Jactonic\Core\Parameters\GridValue;
use Jactonic\Core\Parameters\KeyValue;
use Jactonic\Core\Parameters\Kind;
use Jactonic\Core\Parameters\MeterValue;
use Jactonic\Core\Parameters\Moment;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Parameters\PitchValue;
use Jactonic\Core\Parameters\RangeValue;
use Jactonic\Core\Parameters\RatioValue;
use Jactonic\Core\Parameters\Seed;
use Jactonic\Core\Parameters\Tempo;
use Jactonic\Core\Parameters\TextValue;
use Jactonic\Core\Parameters\VelocityList;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What each kind of parameter takes, and what it refuses with a word about what it takes. */
final class KindsTest extends TestCase
{
    /** @return iterable<string, array{Kind, string, string}> kind, text, and the value as text */
    public static function taken(): iterable
    {
        $amount = Parameter::amount('by', '', default: 'grid')->kind;
        yield 'ticks' => [$amount, '240tk', '240tk'];
        yield 'a dotted value' => [$amount, '1/8d', '1/8d'];
        yield 'tenths of a second' => [$amount, '1.5s', '1.5s'];
        yield 'a signed amount' => [Parameter::signedAmount('by', '', default: 'grid')->kind, '-2bar', '-2bar'];
        yield 'a word beside amounts' => [Parameter::spread()->kind, 'auto', 'auto'];
        yield 'an option' => [new Choice(['start', 'end']), 'end', 'end'];
        yield 'the current grid' => [new GridValue, 'grid', ''];
        yield 'a grid of bars' => [new GridValue, '4bar', '4bar'];
        yield 'a key' => [new KeyValue, 'eb lydian', 'Eb lydian'];
        yield 'no key' => [new KeyValue, 'none', 'none'];
        yield 'a meter' => [new MeterValue, '7/8', '7/8'];
        yield 'the caret' => [new Moment, 'caret', 'caret'];
        yield 'a tick' => [new Moment, '960', '960'];
        yield 'the last tick' => [new Moment, '2147483632', '2147483632'];
        yield 'a list of velocities with a place left empty' => [new VelocityList(least: 0), '0,127', '0 127'];
        yield 'a tick with its unit' => [new Moment, '960tk', '960'];
        yield 'a word of its own' => [new Moment(['whole']), 'whole', 'whole'];
        yield 'a pitch by name' => [Parameter::pitch('to', '')->kind, 'C4', '60'];
        yield 'a pitch by number' => [Parameter::pitch('to', '')->kind, '61', '61'];
        yield 'a seed' => [new Seed, '123456', '123456'];
        yield 'a slow tempo' => [new Tempo, '10', '10'];
        yield 'a tempo with decimals' => [new Tempo, '92.5', '92.5'];
        yield 'a text' => [new TextValue(5), ' Bells ', 'Bells'];
        yield 'a list of velocities' => [new VelocityList, '112,80', '112 80'];
        yield 'a chord by name' => [new ChordShape, 'min7', '0 3 7 10'];
        yield 'a chord by semitones' => [new ChordShape, '0,5,7', '0 5 7'];
    }

    #[DataProvider('taken')]
    public function test_it_takes_what_it_says(Kind $kind, string $text, string $value): void
    {
        $read = $kind->read($text);

        self::assertSame($value, match (true) {
            is_array($read) => implode(' ', array_map(strval(...), $read)),
            $read === null => '',
            default => (string) $read,
        });
        self::assertNotSame('', $kind->allowed());
        self::assertNotSame('', $kind->name());
    }

    /** @return iterable<string, array{Kind, string}> */
    public static function refused(): iterable
    {
        yield 'a tick past the last' => [new Moment, '2147483633'];
        yield 'an amount without a unit' => [Parameter::amount('by', '', default: 'grid')->kind, 'soon'];
        yield 'a minus where time goes on' => [Parameter::amount('by', '', default: 'grid')->kind, '-1/4'];
        yield 'longer than a song' => [Parameter::amount('by', '', default: 'grid')->kind, '1000000000bar'];
        yield 'an option there is not' => [new Choice(['start', 'end']), 'middle'];
        yield 'too fine a grid' => [new GridValue, '1/129'];
        yield 'an unknown scale' => [new KeyValue, 'D merry'];
        yield 'a meter of fifths' => [new MeterValue, '4/5'];
        yield 'a place before the song' => [new Moment, '-1'];
        yield 'a tick no song can have' => [new Moment, '9999999999'];
        yield 'an unknown word for a place' => [new Moment, 'whole'];
        yield 'a pitch above the keyboard' => [Parameter::pitch('to', '')->kind, 'G#9'];
        yield 'no number as a seed' => [new Seed, 'lucky'];
        yield 'a seed too large' => [new Seed, '1234567'];
        yield 'slower than it goes' => [new Tempo, '9.9'];
        yield 'faster than it goes' => [new Tempo, '400.1'];
        yield 'a tempo with a word' => [new Tempo, '120bpm'];
        yield 'too long a text' => [new TextValue(5), 'Carillon'];
        yield 'a velocity of nothing' => [new VelocityList, '100,0'];
        yield 'a velocity too loud' => [new VelocityList, '128'];
        yield 'a chord of one note' => [new ChordShape, '0'];
        yield 'no chord' => [new ChordShape, 'loud'];
        yield 'a range that ends before it begins' => [new RangeValue, '960..480'];
        yield 'a factor of nothing' => [Parameter::ratio('factor', '', largest: 16, default: '1/2')->kind, '0'];
        yield 'a factor too large' => [Parameter::ratio('factor', '', largest: 16, default: '1/2')->kind, '17'];
        yield 'a factor too small' => [Parameter::ratio('factor', '', largest: 16, default: '1/2')->kind, '1/17'];
        yield 'a division by nothing' => [Parameter::ratio('factor', '', largest: 16, default: '1/2')->kind, '1/0'];
    }

    #[DataProvider('refused')]
    public function test_it_refuses_what_it_does_not_take(Kind $kind, string $text): void
    {
        $this->expectException(BadInput::class);

        $kind->read($text);
    }

    public function test_a_line_is_checked_against_its_parameters_and_says_which_one_is_wrong(): void
    {
        $parameters = [Parameter::tempo('to', 'How fast.'), Parameter::onOff('all', 'Whether all.', default: true)];

        self::assertTrue(Parameters::check('tempo', $parameters, ['to' => '92'])->isOn('all'));
        foreach (['to=500' => ['to' => '500'], 'by' => ['to' => '92', 'by' => '3']] as $said => $given) {
            try {
                Parameters::check('tempo', $parameters, $given);
                self::fail("{$said} was taken");
            } catch (BadInput $error) {
                self::assertStringContainsString('tempo', $error->getMessage());
            }
        }
    }

    public function test_what_a_control_needs_is_described(): void
    {
        self::assertSame(['min' => 10, 'max' => 400, 'unit' => 'BPM'], (new Tempo)->describe());
        self::assertSame(
            ['words' => ['caret', 'pointer', 'playhead', 'range-start', 'range-end', 'start']],
            (new Moment(['start']))->describe(),
        );
        self::assertSame('ratio', (new RatioValue(16))->name());
        self::assertSame('pitch', (new PitchValue(['caret']))->name());
    }
}
