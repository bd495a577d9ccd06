<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Recipes;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\RecipeFile;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Tests\Support\MusicTestCase;
use PHPUnit\Framework\Attributes\TestWith;

/** What was played is laid as parts of its own, by recipes that ship. */
final class FromTakeToPartTest extends MusicTestCase
{
    /** @param  list<string>  $laid  start, length and pitch */
    #[TestWith([
        'Pad of the chords', Voice::Pad, ['0+960:48', '0+960:52', '0+960:55', '960+960:53', '960+960:57', '960+960:60'],
        '“Pad of the chords”: 10 notes doubled on Pad; 2 chords held, of 10 notes, 3 notes left out that the chord has '
            .'already, 1 note left out that are none of its tones',
    ])]
    #[TestWith([
        'Bass of the lowest notes', Voice::Bass, ['0+200:36', '480+200:36', '960+200:41'],
        '“Bass of the lowest notes”: 3 notes doubled on Bass, 7 notes left as they are',
    ])]
    #[TestWith([
        'Bass held under the chords', Voice::Bass, ['0+960:36', '960+960:41'],
        '“Bass held under the chords”: 10 notes doubled on Bass; 2 chords held, of 10 notes, 7 notes left out that are '
            .'not the lowest, 1 note left out that are none of its tones',
    ])]
    #[TestWith([
        'Top voice on its own', Voice::Lead, ['0+200:55', '480+400:55', '720+100:74', '960+200:60'],
        '“Top voice on its own”: 4 notes doubled on Lead, 6 notes left as they are',
    ])]
    #[TestWith([
        'Off-beats on their own', Voice::Mallet, ['720+100:74'],
        '“Off-beats on their own”: 1 note doubled on Mallet, 9 notes left as they are',
    ])]
    public function test_a_part_is_laid_and_the_take_stays_in_hand(
        string $recipe, Voice $voice, array $laid, string $said,
    ): void {
        $take = self::notes(
            [0, 200, 48], [0, 200, 52], [0, 200, 55], [480, 200, 48], [480, 200, 52], [480, 400, 55],
            [720, 100, 74], [960, 200, 53], [960, 200, 57], [960, 200, 60],
        );
        $open = OpenSong::ofNotes($take, Conductor::of(self::PPQ));
        $state = $this->lay($recipe, $open, Selection::all($take));

        self::assertSame($said, (string) $state->said);
        self::assertSame([$open->open, $open->front], [$state->song->open, $state->song->front]);
        self::assertSame($take->id, $state->selection->ids);
        $song = $state->settled()->song;
        $new = $song->tracks[array_key_last($song->tracks)];
        self::assertSame($voice, $new->voice);
        self::assertSame($laid, self::told($song->contentOf($song->clipsOf($new->id)[0]->id)->notes));
        self::assertTrue($song->contentOf($open->front)->notes->equals($take), 'the take is as it was');
    }

    public function test_chords_that_run_into_each_other_as_one_plays_legato_have_their_own_bass(): void
    {
        $take = self::notes([0, 1000, 57], [0, 1010, 53], [8, 990, 50], [960, 960, 62], [964, 960, 59], [970, 960, 55]);
        $open = OpenSong::ofNotes($take, Conductor::of(self::PPQ));
        $song = $this->lay('Bass of the lowest notes', $open, Selection::all($take))->settled()->song;

        self::assertSame([38, 43], $song->contentOf(max(array_keys($song->clips)))->notes->pitch);
    }

    public function test_parts_of_one_take_are_laid_one_after_the_other_each_with_a_name_of_its_own(): void
    {
        $take = self::notes([0, 200, 48], [0, 200, 52], [0, 200, 55]);
        $open = OpenSong::ofNotes($take, Conductor::of(self::PPQ));
        $twice = $this->lay('Pad of the chords', $open, Selection::all($take));
        $twice = $this->lay('Pad of the chords', $twice->settled(), $twice->selection);
        $names = array_map(static fn ($track): string => $track->name, $twice->settled()->song->tracks);

        self::assertSame(['Pad', 'Pad 2'], array_values(array_intersect(['Pad', 'Pad 2'], $names)));
    }

    private function lay(string $recipe, OpenSong $open, Selection $selection): State
    {
        $shipped = RecipeFile::read((string) file_get_contents(__DIR__.'/../../../resources/recipes/shipped.json'));
        $called = array_column(
            array_map(static fn (Recipe $one): array => [$one->name, $one], $shipped->recipes), 1, 0,
        );
        $script = Script::read(
            ["recipe name=\"{$recipe}\""], Catalog::standard(),
            static fn (string $name): ?Recipe => $called[$name] ?? null,
        );

        return $script->apply($open, $selection, self::context()->in($open));
    }

    /** @return list<string> */
    private static function told(Notes $notes): array
    {
        return array_map(
            static fn (int $i): string => "{$notes->start[$i]}+{$notes->length[$i]}:{$notes->pitch[$i]}",
            array_keys($notes->id),
        );
    }
}
