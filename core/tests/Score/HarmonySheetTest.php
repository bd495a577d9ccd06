<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests\Score;

use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Score\HarmonySheet;
use Jactonic\Core\Smf\ChordsAs;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use SimpleXMLElement;

/** The chords of a song for other programs: MusicXML, markers, lyrics. */
final class HarmonySheetTest extends TestCase
{
    public function test_each_bar_has_its_chords_where_they_begin(): void
    {
        $sheet = self::sheet(
            ['0 Dm7', '960 G7b9/B', '1920 Ebmaj7', '5520 C69'],
            [
                ConductorEvent::of(ConductorKind::Key, 0, 'D dorian'),
                ConductorEvent::of(ConductorKind::Meter, 3840, '7/8'),
            ],
        );

        self::assertSame('Ferry & Quay', (string) $sheet->work->{'work-title'});
        self::assertCount(4, $sheet->part->measure);
        self::assertSame(['Dm7', 'G7b9/B +9:-1:add @960'], self::harmonies($sheet->part->measure[0]));
        self::assertSame(['Ebmaj7'], self::harmonies($sheet->part->measure[1]));
        self::assertSame(
            [[], ['C69 +9:0:add']],
            [self::harmonies($sheet->part->measure[2]), self::harmonies($sheet->part->measure[3])],
            'the bar of 7/8 is 1680 ticks long, and the next chord begins after it',
        );
        self::assertSame(
            ['480', '0', '4', '4'],
            [
                (string) $sheet->part->measure[0]->attributes->divisions,
                (string) $sheet->part->measure[0]->attributes->key->fifths,
                (string) $sheet->part->measure[0]->attributes->time->beats,
                (string) $sheet->part->measure[0]->attributes->time->{'beat-type'},
            ],
        );
        self::assertFalse(isset($sheet->part->measure[1]->attributes));
        self::assertSame('7', (string) $sheet->part->measure[2]->attributes->time->beats);
    }

    public function test_every_quality_has_a_kind(): void
    {
        foreach (array_keys(ChordName::QUALITIES) as $quality) {
            $sheet = self::sheet(["0 F#{$quality}"]);
            self::assertSame('1', (string) $sheet->part->measure[0]->harmony->root->{'root-alter'});
            self::assertNotSame('', (string) $sheet->part->measure[0]->harmony->kind, (string) $quality);
        }
    }

    #[TestWith([ChordsAs::Names, 0])]
    #[TestWith([ChordsAs::Markers, 2])]
    #[TestWith([ChordsAs::Lyrics, 2])]
    public function test_other_programs_read_them_as_words_and_here_they_come_in_once(ChordsAs $as, int $words): void
    {
        $song = self::song(['0 Dm7', '1920 G7/B'], [ConductorEvent::of(ConductorKind::Marker, 1920, 'Verse')]);
        $file = SmfFile::read(SmfFile::of($song, $as)->write());
        $said = array_filter(
            $file->tracks[0]->events,
            static fn (string $event): bool => in_array(ChordsAs::words($event), ['Dm7', 'G7/B'], true),
        );

        self::assertCount($words, $said);
        self::assertSame(
            ['Dm7', 'Verse', 'G7/B'],
            array_map(static fn (ConductorEvent $event): string => $event->label(), self::byTick($file->song())),
        );
        self::assertCount(
            $words,
            array_filter(
                SmfFile::read(SmfFile::of($file->song(), $as)->write())->tracks[0]->events,
                static fn (string $event): bool => in_array(ChordsAs::words($event), ['Dm7', 'G7/B'], true),
            ),
            'there and back twice it is not said twice',
        );
    }

    /** @return list<ConductorEvent> markers before chords of one tick */
    private static function byTick(Song $song): array
    {
        $events = $song->conductor->events;
        usort(
            $events,
            static fn (ConductorEvent $a, ConductorEvent $b): int => [$a->tick, $b->kind->value] <=> [
                $b->tick,
                $a->kind->value,
            ],
        );

        return $events;
    }

    /** @return list<string> */
    private static function harmonies(SimpleXMLElement $measure): array
    {
        $found = [];
        foreach ($measure->harmony as $harmony) {
            $alter = static fn (SimpleXMLElement $pitch, string $name): string => $pitch
                ->{"{$name}-step"}.(['1' => '#', '-1' => 'b'][(string) $pitch->{"{$name}-alter"}] ?? '');
            $text = $alter($harmony->root, 'root').$harmony
                ->kind['text'].(isset($harmony->bass) ? '/'.$alter($harmony->bass, 'bass') : '');
            foreach ($harmony->degree as $degree) {
                $text .= ' +'.$degree->{'degree-value'}.':'.$degree->{'degree-alter'}.':'.$degree->{'degree-type'};
            }
            $found[] = $text.(isset($harmony->offset) ? " @{$harmony->offset}" : '');
        }

        return $found;
    }

    /**
     * @param  list<string>  $chords  tick and name
     * @param  list<ConductorEvent>  $more
     */
    private static function song(array $chords, array $more = []): Song
    {
        $events = array_map(
            static fn (string $chord): ConductorEvent => ConductorEvent::of(
                ConductorKind::Chord, (int) $chord, explode(' ', $chord)[1],
            ),
            $chords,
        );

        return Song::of(
            Conductor::of(480, [...$more, ...$events]), [new Track(1, 0, 'Keys')], [new Clip(1, 1, 0, 7200)],
            [1 => ClipContent::none()], 1,
        );
    }

    /**
     * @param  list<string>  $chords
     * @param  list<ConductorEvent>  $more
     */
    private static function sheet(array $chords, array $more = []): SimpleXMLElement
    {
        return new SimpleXMLElement(
            (new HarmonySheet(self::song($chords, $more)->conductor, 'Ferry & Quay', 7200))->write(),
        );
    }
}
