<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Shelf;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Piece;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Shelf\ShelfFile;
use Jactonic\Core\Shelf\ShelfItem;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\TickRange;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** A phrase that is kept is taken again as it was, also in another key, and is an ordinary MIDI file. */
final class ShelfTest extends TestCase
{
    public function test_a_selection_is_kept_from_the_beat_it_begins_in_to_the_one_it_ends_in(): void
    {
        $item = self::item(new Phrase(
            Notes::fromRows([['start' => 2000, 'length' => 100], ['start' => 2500, 'length' => 300]]), 480,
        ));

        self::assertSame([80, 580], $item->notes->start);
        self::assertSame(960, $item->length);
        self::assertSame([0, 960], [$item->phrase()->span?->from, $item->phrase()->span?->to]);
    }

    public function test_of_a_range_and_of_clips_the_silence_is_kept(): void
    {
        $notes = Notes::fromRows([['start' => 2000, 'length' => 100]]);

        self::assertSame(
            [[80], 1920],
            [
                self::item(new Phrase($notes, 480, TickRange::of(1920, 3840)))->notes->start,
                self::item(new Phrase($notes, 480, TickRange::of(1920, 3840)))->length,
            ],
        );
        $clip = self::item(new Phrase($notes->with(['clip' => [0]]), 480, null, [new Piece(0, 1900, 3000)]));
        self::assertSame([[100], 3000, [0]], [$clip->notes->start, $clip->length, $clip->notes->clip]);
    }

    /** @return iterable<string, array{string|null, string|null, Voice, list<int>, list<int>}> */
    public static function keys(): iterable
    {
        yield 'up' => ['D dorian', 'G minor', Voice::Plucked, [62, 65], [67, 70]];
        yield 'the shorter way, down' => ['D dorian', 'A minor', Voice::Plucked, [62, 65], [57, 60]];
        yield 'by a tritone down' => ['C major', 'F# major', Voice::Plucked, [60], [54]];
        yield 'the same' => ['D dorian', 'D major', Voice::Plucked, [62], [62]];
        yield 'kept without a key' => [null, 'G minor', Voice::Plucked, [62], [62]];
        yield 'no key asked for' => ['D dorian', null, Voice::Plucked, [62], [62]];
        yield 'drums' => ['D dorian', 'G minor', Voice::Drums, [36], [36]];
        yield 'an octave up where it would be too low' => ['D dorian', 'A minor', Voice::Plucked, [2], [9]];
        yield 'an octave down where it would be too high' => ['D dorian', 'G minor', Voice::Plucked, [125], [118]];
    }

    /**
     * @param  list<int>  $pitches
     * @param  list<int>  $expected
     */
    #[DataProvider('keys')]
    public function test_it_is_taken_in_another_key(
        ?string $own, ?string $key, Voice $voice, array $pitches, array $expected,
    ): void {
        $notes = Notes::fromRows(array_map(
            static fn (int $pitch): array => ['start' => 0, 'length' => 240, 'pitch' => $pitch], $pitches,
        ));
        $item = ShelfItem::of('Phrase', [], 92, $own === null ? null : Scale::parse($own), $voice, 480, 480, $notes);

        self::assertSame($expected, $item->phrase($key === null ? null : Scale::parse($key))->notes->pitch);
    }

    public function test_it_is_a_midi_file_that_says_all_of_it(): void
    {
        foreach (Voice::cases() as $voice) {
            foreach ([null, 'D dorian', 'Bb minor'] as $key) {
                $notes = Notes::fromRows([
                    ['start' => 0, 'length' => 240, 'pitch' => 40, 'velocity' => 90, 'release' => 30],
                    ['start' => 240, 'length' => 120, 'pitch' => 43],
                ]);
                $item = ShelfItem::of(
                    'Größe', ['bass', 'half time'], 92.5, $key === null ? null : Scale::parse($key), $voice, 480, 1920,
                    $notes,
                );
                $bytes = ShelfFile::write($item);
                [$again] = ShelfFile::read($bytes, 'other');

                self::assertSame(
                    ['Größe', ['bass', 'half time'], 92.5, $key, $voice, 480, 1920],
                    [
                        $again->name, $again->tags, $again->tempo, $again->key === null ? null : (string) $again->key,
                        $again->voice, $again->ppq, $again->length,
                    ],
                );
                self::assertSame(
                    [[0, 240], [240, 120], [40, 43], [90, 96], [30, 64]],
                    [
                        $again->notes->start, $again->notes->length, $again->notes->pitch, $again->notes->velocity,
                        $again->notes->release,
                    ],
                );
                self::assertSame($bytes, ShelfFile::write($again));
            }
        }
    }

    public function test_without_what_only_we_say_a_file_still_has_a_voice_a_key_and_a_tempo(): void
    {
        foreach (array_diff(Voice::names(), ['sustained']) as $voice) {
            $item = ShelfItem::of(
                'Quay', [], 100, Scale::parse('E minor'), Voice::from($voice), 480, 480,
                Notes::fromRows([['start' => 0, 'length' => 240]]),
            );
            $file = SmfFile::read(ShelfFile::write($item));
            $plain = new SmfFile(
                $file->format, $file->ppq,
                array_map(
                    static fn (SmfTrack $track): SmfTrack => $track->withoutMetas(Meta::SequencerSpecific),
                    $file->tracks,
                ),
            );
            [$again] = ShelfFile::read($plain->write(), 'other');

            self::assertSame(
                [$voice, 'E minor', 100.0, 'Quay', []],
                [$again->voice->value, (string) $again->key, $again->tempo, $again->name, $again->tags],
            );
        }
    }

    public function test_each_track_of_a_file_is_a_phrase_of_its_own(): void
    {
        $track = static fn (int $pitch): SmfTrack => new SmfTrack(
            Notes::fromRows([['start' => 0, 'length' => 240, 'pitch' => $pitch]]), end: 960,
        );
        $items = ShelfFile::read(
            (new SmfFile(1, 480, [new SmfTrack(Notes::none()), $track(60), $track(40)]))->write(), 'Two parts',
        );

        self::assertSame(
            [['Two parts', 60, 960], ['Two parts', 40, 960]],
            array_map(
                static fn (ShelfItem $item): array => [$item->name, $item->notes->pitch[0], $item->length], $items,
            ),
        );
    }

    public function test_a_file_without_notes_is_refused(): void
    {
        $this->expectExceptionObject(new BadInput('There are no notes in the file, so there is nothing to keep.'));

        ShelfFile::read((new SmfFile(1, 480, [new SmfTrack(Notes::none())]))->write(), 'Empty');
    }

    /** @return iterable<string, array{string, list<mixed>, int, string}> */
    public static function refused(): iterable
    {
        yield 'without a name' => [' ', [], 1, 'a name of 1 to 80 characters'];
        yield 'a long name' => [str_repeat('a', 81), [], 1, 'a name of 1 to 80 characters'];
        yield 'without notes' => ['Quay', [], 0, 'There are no notes to keep'];
        yield 'a long tag' => ['Quay', [str_repeat('a', 31)], 1, 'at most 12 tags of 30 characters'];
        yield 'many tags' => ['Quay', range('a', 'm'), 1, 'at most 12 tags'];
        yield 'a comma' => ['Quay', ['a,b'], 1, 'without commas'];
    }

    /** @param  list<mixed>  $tags */
    #[DataProvider('refused')]
    public function test_what_cannot_be_kept_is_refused(string $name, array $tags, int $notes, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        ShelfItem::of(
            $name, $tags, 92, null, Voice::Plucked, 480, 480,
            Notes::fromRows(array_fill(0, $notes, ['start' => 0, 'length' => 240])),
        );
    }

    public function test_tags_are_trimmed_and_each_is_there_once(): void
    {
        $notes = Notes::fromRows([['start' => 0, 'length' => 240]]);

        self::assertSame(
            ['bass', 'soft'],
            ShelfItem::of('Quay', [' bass', '', 'soft', 'bass ', 7], 92, null, Voice::Bass, 480, 480, $notes)->tags,
        );
    }

    private static function item(Phrase $phrase): ShelfItem
    {
        return ShelfItem::ofPhrase($phrase, 'Quay', ['bass'], 92, Scale::parse('D dorian'), Voice::Bass);
    }
}
