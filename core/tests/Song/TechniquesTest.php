<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Song;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\PointKind;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Realisation;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Sounding;
use Jactonic\Core\Song\Technique;
use Jactonic\Core\Song\Techniques;
use Jactonic\Core\Song\TechniquesFile;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Tests\Support\MusicTestCase;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** How notes are played: maps of techniques, what goes out for them, and how they come in again. */
final class TechniquesTest extends MusicTestCase
{
    #[TestWith(['plucked/p key=C#0 length=60'])]
    #[TestWith(['far/o program=49 channel=3'])]
    #[TestWith(['tied/~ cc68=127 length=105 velocity=90'])]
    #[TestWith(['short/.'])]
    public function test_a_technique_is_read_as_it_is_written(string $text): void
    {
        self::assertSame($text, (string) Technique::parse($text));
    }

    #[TestWith(['plucked', 'a sign after a slash'])]
    #[TestWith(['plucked/p note=3', 'not played by “note”'])]
    #[TestWith(['plucked/p length=0', 'length of a technique takes 1 to 400'])]
    #[TestWith(['plucked/p cc128=1', 'cc128 of a technique takes 0 to 127'])]
    #[TestWith(['a/x; a/y', 'stands in it twice'])]
    public function test_what_is_none_is_refused_with_what_would_work(string $text, string $said): void
    {
        $this->expectException(BadInput::class);
        $this->expectExceptionMessage($said);

        Techniques::parse($text);
    }

    public function test_maps_that_ship_are_read_again_from_their_file(): void
    {
        foreach (array_keys(Techniques::SHIPPED) as $name) {
            $map = Techniques::parse($name);
            self::assertGreaterThan(3, count($map->all));
            self::assertSame((string) $map, (string) TechniquesFile::read(TechniquesFile::write($map, $name)));
        }
    }

    /**
     * @return array<string, array{string, string}> a map, and what sounds of four notes played ordinary, by the first,
     *     the first again and the second
     */
    public static function realised(): array
    {
        return [
            'keys, just before, never twice' => [
                'a/a key=C0; b/b key=D0',
                'note 420 C0, note 1380 D0, note 0 C4, note 480 C4, note 960 C4, note 1440 C4',
            ],
            'ordinary has a key too' => [
                'ordinary/o key=E0; a/a key=C0',
                'note 0 E0, note 420 C0, note 1380 E0, note 0 C4, note 480 C4, note 960 C4, note 1440 C4',
            ],
            'programs and controllers, right before the note' => [
                'a/a program=7; b/b cc3=9',
                'note 0 C4, note 480 C4, note 960 C4, note 1440 C4, program 480 7, cc3 1440 9',
            ],
            'lengths and velocities' => [
                'a/a length=50; b/b velocity=200',
                'note 0 C4, note 480 C4 50 of 100, note 960 C4 50 of 100, note 1440 C4 loud 120',
            ],
            'channels' => [
                'a/a channel=5 program=3',
                'note 0 C4, note 480 C4 on 5, note 960 C4 on 5, note 1440 C4, program 480 3 on 5',
            ],
        ];
    }

    #[DataProvider('realised')]
    public function test_what_goes_out(string $map, string $sounds): void
    {
        $numbers = str_starts_with($map, 'ordinary') ? [0, 2, 2, 0] : [0, 1, 1, 2];
        $notes = Notes::fromRows(array_map(
            static fn (int $k): array => [
                'id' => $k + 1, 'start' => 480 * $k, 'length' => 100, 'velocity' => 60, 'technique' => $numbers[$k],
            ],
            range(0, 3),
        ));

        self::assertSame(
            $sounds,
            self::said(Realisation::of(
                ClipContent::ofNotes($notes), new Track(1, 0, 'Strings', techniques: Techniques::parse($map)),
                self::PPQ,
            )),
        );
    }

    public function test_notes_take_a_technique_by_name_sign_number_or_the_next_one(): void
    {
        $after = static fn (string ...$lines): array => self::done([
            'technique-map to=bellows', ...$lines,
        ])->notes()->technique;

        self::assertSame([1, 1, 1], $after('technique to=short'));
        self::assertSame([4, 4, 4], $after('technique to=~'));
        self::assertSame([2, 2, 2], $after('technique to=2'));
        self::assertSame([1, 1, 1], $after('technique'));
        self::assertSame([0, 0, 0], $after('technique to=4', 'technique'));
        self::assertSame([0, 0, 0], $after('technique to=3', 'technique to=none'));
        self::assertStringEndsWith(
            '3 notes played short', (string) self::done(['technique-map to=bellows', 'technique to=short'])->said,
        );
    }

    #[TestWith([['technique to=short'], 'This track has no techniques yet; technique-map to=strings'])]
    #[TestWith([
        ['technique-map to=bellows', 'technique to=plucked'],
        'no technique “plucked”; it has short, swelled, dry, tied',
    ])]
    public function test_a_technique_that_the_track_has_not_is_refused(array $lines, string $said): void
    {
        $this->expectException(EditRefused::class);
        $this->expectExceptionMessage($said);

        self::done($lines);
    }

    public function test_notes_are_chosen_by_technique(): void
    {
        $state = self::done(['technique-map to=bellows', 'choose where="pitch=62"', 'technique to=short']);
        $chosen = static fn (string $where): array => Conditions::parse($where)->choose(
            $state->notes(), $state->context,
        )->ids;

        self::assertSame([2], $chosen('technique=short'));
        self::assertSame([2], $chosen('technique=any'));
        self::assertSame([1, 3], $chosen('technique=none'));
        self::assertSame([], $chosen('technique=plucked'));
    }

    public function test_they_go_out_with_the_file_and_come_in_again_as_they_were(): void
    {
        foreach (range(1, 40) as $number) {
            $random = new Randomizer(new Mt19937($number));
            $map = [
                ...array_values(Techniques::SHIPPED),
                'a/a program=3; b/b cc20=7 length=33; c/c channel=4 velocity=71 key=F0',
                'ordinary/o program=1; x/x program=2',
            ][$number % 4];
            $rows = [];
            for ($k = 0, $tick = 0; $k < 20; $k++) {
                $tick += $random->getInt(0, 3) * 240;
                $rows["{$tick}"] = [
                    'start' => $tick, 'length' => $random->getInt(1, 900), 'pitch' => $random->getInt(48, 90),
                    'velocity' => $random->getInt(1, 127),
                    'technique' => $random->getInt(0, count(Techniques::parse($map)->all)),
                ];
            }
            $notes = Notes::fromRows(array_values($rows));
            // Every third has notes that fade, too, and so goes out on many channels.
            $faded = $number % 3 === 0
                ? array_map(
                    static fn (int $i): array => [
                        'id' => 50 + $i, 'start' => $notes->start[$i], 'kind' => PointKind::Pressure->value,
                        'value' => $random->getInt(0, 126), 'note' => $notes->id[$i],
                    ],
                    array_keys($notes->id),
                )
                : [];
            $content = (new ClipContent($notes, $faded === [] ? Points::none() : Points::fromRows($faded)))
                ->onChannel($number % 5);
            $song = Song::of(
                Conductor::of(self::PPQ),
                [new Track(1, 0, 'Strings', channel: $number % 5, techniques: Techniques::parse($map))],
                [new Clip(1, 1, 0, 40 * 1920)], [1 => $content], 100,
            );
            $again = SmfFile::read(SmfFile::of($song)->write())->song();

            self::assertSame((string) $song->tracks[1]->techniques, (string) $again->tracks[1]->techniques);
            $sounds = Sounding::of($again, $again->tracks[1]);
            self::assertSame(self::columns($content->notes), self::columns($sounds->notes), "song {$number}");
            self::assertSame(array_column($faded, 'value'), $sounds->points->value, "song {$number}");
            self::assertSame($number % 5, $again->tracks[1]->channel);
        }
    }

    public function test_a_key_that_switches_is_down_for_a_32nd_or_as_long_as_there_is_room(): void
    {
        $notes = Notes::fromRows([
            ['start' => 20, 'length' => 100, 'technique' => 1], ['start' => 480, 'length' => 100, 'technique' => 2],
        ]);
        $played = Realisation::of(
            ClipContent::ofNotes($notes),
            new Track(1, 0, 'Strings', techniques: Techniques::parse('a/a key=C0; b/b key=D0')), self::PPQ,
        )->notes;
        $keys = array_filter(array_keys($played->id), static fn (int $i): bool => $played->pitch[$i] < 40);

        self::assertSame(
            [[0, 20], [420, 60]],
            array_map(static fn (int $i): array => [$played->start[$i], $played->length[$i]], array_values($keys)),
        );
    }

    public function test_a_muted_note_does_not_give_its_technique_to_one_that_sounds_in_its_place(): void
    {
        $notes = Notes::fromRows([
            ['id' => 1, 'start' => 480, 'length' => 1, 'technique' => 1, 'muted' => 1],
            ['id' => 2, 'start' => 480, 'length' => 1], ['id' => 3, 'start' => 960, 'length' => 1, 'technique' => 4],
        ]);
        $song = Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Harmonium', techniques: Techniques::parse('bellows'))],
            [new Clip(1, 1, 0, 1920)], [1 => ClipContent::ofNotes($notes)], 4,
        );
        $again = SmfFile::read(SmfFile::of($song)->write())->song()->contentOf(1)->notes;

        self::assertSame([[0, 4], [1, 1]], [$again->technique, $again->length]);
    }

    public function test_where_another_program_changed_the_file_its_notes_stay_as_they_are_there(): void
    {
        $song = Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Strings', techniques: Techniques::parse('strings'))],
            [new Clip(1, 1, 0, 1920)],
            [1 => ClipContent::ofNotes(Notes::fromRows([['start' => 0, 'length' => 100, 'technique' => 3]]))], 2,
        );
        $file = SmfFile::of($song);
        $track = $file->tracks[count($file->tracks) - 1];
        $louder = $track->withNotes($track->notes->with([
            'velocity' => array_map(static fn (): int => 11, $track->notes->velocity),
        ]));
        $again = SmfFile::read((new SmfFile(1, self::PPQ, [$louder]))->write())->song();

        self::assertSame(
            [[11, 11], [0, 0]], [$again->contentOf(1)->notes->velocity, $again->contentOf(1)->notes->technique],
        );
        self::assertSame((string) Techniques::parse('strings'), (string) $again->tracks[1]->techniques);
    }

    /** @return list<list<int>> what makes a note, in order of time */
    private static function columns(Notes $notes): array
    {
        return array_map(
            static fn (int $i): array => [
                $notes->start[$i], $notes->length[$i], $notes->pitch[$i], $notes->velocity[$i], $notes->technique[$i],
                $notes->channel[$i],
            ],
            array_keys($notes->id),
        );
    }

    private static function said(ClipContent $content): string
    {
        $said = [];
        foreach ($content->notes->start as $i => $start) {
            [$length, $velocity, $channel, $pitch] = [
                $content->notes->length[$i], $content->notes->velocity[$i], $content->notes->channel[$i],
                $content->notes->pitch[$i],
            ];
            $said[] = sprintf('%05d', $pitch < 40 ? $start : 10000 + $start)."note {$start} "
                .\Jactonic\Core\Pitch\PitchName::of($pitch).($pitch < 40 || $length === 100 ? '' : " {$length} of 100")
                .($pitch < 40 || $velocity === 60 ? '' : " loud {$velocity}")
                .($channel === 0 ? '' : ' on '.($channel + 1));
        }
        foreach ($content->points->start as $i => $start) {
            $said[] = sprintf('%05d', 20000 + $start)
                .($content->points->kind[$i] === 0xC ? 'program' : "cc{$content->points->number[$i]}")
                ." {$start} {$content->points->value[$i]}"
                .($content->points->channel[$i] === 0 ? '' : ' on '.($content->points->channel[$i] + 1));
        }
        sort($said);

        return implode(', ', array_map(static fn (string $one): string => substr($one, 5), $said));
    }

    /** @param  non-empty-list<string>  $lines */
    private static function done(array $lines): State
    {
        $song = Song::of(
            Conductor::of(self::PPQ), [new Track(1, 0, 'Harmonium')], [new Clip(1, 1, 0, 1920)],
            [1 => ClipContent::ofNotes(self::notes([0, 400, 60], [480, 400, 62], [960, 400, 64]))], 4,
        );
        $open = OpenSong::of($song, [1], 1);
        $context = new Context(
            new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16')), caret: new Caret,
        );

        return Script::read($lines, Catalog::standard())->apply(
            $open, Selection::all($open->notes), $context->in($open),
        );
    }
}
