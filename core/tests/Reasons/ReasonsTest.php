<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Reasons;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Reasons\LeftAlone;
use Jactonic\Core\Reasons\Placed;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\DataProvider;

/** Causes are made on purpose: each is named right, and what is offered cures it. */
final class ReasonsTest extends MusicTestCase
{
    /** The note that is asked about; note 1 lies on the line, 2 far behind it, 3 a little, 4 is a hit of drums. */
    private const BEHIND = 2;

    /** @return array<string, array{non-empty-list<string>, list<int>, int, string, string}> */
    public static function leftAlone(): array
    {
        return [
            'a strength of nothing' => [['quantize strength=0'], [1, 2, 3], self::BEHIND, 'limited', 'strength=0'],
            'out of reach' => [['quantize reach=20'], [1, 2, 3], self::BEHIND, 'limited', 'reach=20'],
            'near enough' => [['quantize slack=20ms'], [1, 2, 3], 3, 'limited', 'slack=20ms'],
            'the other edge' => [['quantize what=end'], [1, 2], self::BEHIND, 'limited', 'what=end'],
            'within the limits' => [['limit max=120'], [1, 2], self::BEHIND, 'stays', 'Nothing'],
            'not selected' => [['quantize'], [1, 3], self::BEHIND, 'not-selected', 'was not selected'],
            'not chosen' => [
                ['choose where="velocity=90.."', 'nudge by=1beat'], [1, 2, 3], self::BEHIND, 'not-chosen',
                'choose where',
            ],
            'no match for a rule' => [
                ['recipe name="Loud ones"'], [1, 2, 3], self::BEHIND, 'not-chosen', '“Loud ones”',
            ],
            'among others, a drum' => [['transpose semitones=2'], [1, 4], 4, 'drums', 'hit of drums'],
            'there already' => [['quantize'], [1, 2], 1, 'stays', 'already'],
        ];
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  list<int>  $selected
     */
    #[DataProvider('leftAlone')]
    public function test_what_left_a_note_alone_is_named_and_cured(
        array $lines, array $selected, int $note, string $cause, string $text,
    ): void {
        $open = $this->open();
        $context = self::context()->in($open);
        $state = $this->read($lines)->apply($open, Selection::of($selected), $context);
        $row = static fn (Notes $notes): array => $notes->rows()[$note];
        self::assertSame($row($open->notes), $row($state->notes()), 'it was left alone');

        $reason = (new LeftAlone(
            $lines, $open, Selection::of($selected), $context, $this->read(...), self::recipe(...),
        ))->why($note);

        self::assertSame($cause, $reason->cause, $reason->text);
        self::assertStringContainsString($text, $reason->text);
        self::assertSame($cause === 'stays', $reason->cure === []);
        if ($reason->cure !== []) {
            $cured = $this->read($reason->cure)->apply($open, Selection::of([$note]), $context)->notes();
            self::assertNotSame($row($open->notes), $row($cured), 'what is offered moves it');
        }
    }

    /** @return array<string, array{int, int, int, int, string|null, string, string}> */
    public static function placed(): array
    {
        return [
            'late as played' => [20, 0, 0, 0, null, 'played-so', 'It lies 21 ms behind 1/16, as it was played.'],
            'early as played' => [-20, 0, 0, 0, null, 'played-so', 'It lies 21 ms before 1/16, as it was played.'],
            'moved there' => [
                20, 0, 0, 0, 'nudge by=20tk', 'moved-so', '21 ms behind 1/16: “nudge by=20tk” put it there.',
            ],
            'moved by who knows what' => [
                20, -20, 0, 0, null, 'moved-so', '21 ms behind 1/16, by what was done to it.',
            ],
            'on the swing' => [120 + 40, 0, 100, 0, null, 'swung', 'it lies on a line of the swing, 100.'],
            'its clip begins off the line' => [
                20, -20, 0, 20, null, 'clip-off', '21 ms behind 1/16, because its clip begins there.',
            ],
        ];
    }

    #[DataProvider('placed')]
    public function test_why_a_note_lies_beside_a_line_is_named_and_cured(
        int $off, int $playedStart, int $swing, int $clipOff, ?string $mover, string $cause, string $text,
    ): void {
        $notes = Notes::fromRows([['start' => 960 + $off - $clipOff, 'length' => 100, 'playedStart' => $playedStart]]);
        $song = Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Keys')], [new Clip(1, 1, $clipOff, 3840)],
            [1 => ClipContent::ofNotes($notes)],
        );
        $open = OpenSong::of($song, [1], 1);
        $context = self::context(swing: $swing)->in($open);
        [$reason] = Placed::why($open, 0, $context, $mover);

        self::assertSame($cause, $reason->cause);
        self::assertStringContainsString($text, $reason->text);
        $cured = $this->read($reason->cure)->apply($open, Selection::all($open->notes), $context)->settled()->notes;
        $lines = $context->time->gridLines($context->time->grid->withSwing(0));
        self::assertSame($lines->nearest($cured->start[0]), $cured->start[0], 'what is offered puts it on the line');
    }

    public function test_a_note_on_the_line_that_sounds_as_written_needs_no_reason(): void
    {
        $open = $this->open();
        self::assertSame([], Placed::why($open, 0, self::context()->in($open), null));
    }

    public function test_a_track_that_is_transposed_says_so(): void
    {
        $open = $this->open(-12);
        $context = self::context()->in($open);
        $place = (int) array_search(self::BEHIND, $open->notes->id, true);
        $reasons = Placed::why($open, $place, $context, null);
        $reason = $reasons[count($reasons) - 1];

        self::assertSame('It sounds 12 semitones lower than it is written: Keys is transposed.', $reason->text);
        $cured = $this->read($reason->cure)->apply($open, Selection::all($open->notes), $context)->settled();
        self::assertSame(0, $cured->frontTrack()->transposition);
    }

    private function open(int $transposition = 0): OpenSong
    {
        $keys = self::notes([0, 100, 60, 80], [480 + 40, 200, 64, 60], [960 + 10, 100, 67, 70]);
        $hits = Notes::fromRows([['id' => 4, 'start' => 0, 'length' => 60, 'pitch' => 36]]);
        $song = Song::of(
            Conductor::of(self::PPQ),
            [new Track(1, 0, 'Keys', transposition: $transposition), new Track(2, 1, 'Kit', voice: Voice::Drums)],
            [new Clip(1, 1, 0, 1920), new Clip(2, 2, 0, 1920)],
            [1 => ClipContent::ofNotes($keys), 2 => ClipContent::ofNotes($hits)], nextId: 5,
        );

        return OpenSong::of($song, [1, 2], 1);
    }

    /** @param  non-empty-list<string>  $lines */
    private function read(array $lines): Script
    {
        return Script::read($lines, Catalog::standard(), self::recipe(...));
    }

    private static function recipe(string $name): ?Recipe
    {
        return $name !== 'Loud ones' ? null : Recipe::fromArray([
            'name' => $name, 'lines' => ['nudge by=1beat'],
            'choice' => ['scope' => 'selection', 'join' => 'all', 'groups' => [
                ['join' => 'all', 'conditions' => ['velocity=70..']],
            ]],
        ]);
    }
}
