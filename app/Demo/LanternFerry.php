<?php

declare(strict_types=1);

namespace App\Demo;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Smf\ClipMark;
use Jactonic\Core\Smf\Meta;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Techniques;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * “Lantern Ferry”, the demo song: kalimba, upright bass, frame drum kit and harmonium, 92 BPM, D dorian, 24 bars of
 * 4/4 with one of 7/8 before the last part; intro, part A twice, the short bar and part B are clips on each track.
 *
 * It is written as it would be played: starts spread by some 20 ms, played dynamics, a few overlaps, some ghost
 * touches. All of that comes from one seed, so it is always the same song. The harmonium breathes in a lane of
 * expression and is played by two techniques; the bass slides into some of its notes.
 */
final class LanternFerry
{
    public const NAME = 'Lantern Ferry';

    private const PPQ = 960;

    private const BARS = 24;

    /** The bar of 7/8, counted from 0. */
    private const SHORT_BAR = 16;

    private const TEMPO = 652_174;

    /** The parts, by the bar each begins at, counted from 0. */
    private const PARTS = [
        0 => 'Intro', 4 => 'Part A', 10 => 'Part A, again', self::SHORT_BAR => 'The short bar', 17 => 'Part B',
    ];

    /** A note that begins so few ticks before a part was pushed over its border. */
    private const PUSHED = 120;

    /** One chord a bar, as D dorian steps above D: Dm7, G, Am, C, … */
    private const CHORDS = [0, 0, 3, 3, 0, 4, 3, 0, 5, 3, 0, 4, 5, 4, 3, 0, 0, 0, 3, 5, 4, 3, 0, 0];

    private const SCALE = [0, 2, 3, 5, 7, 9, 10];

    private readonly MeterMap $meters;

    private Randomizer $random;

    public function __construct()
    {
        $this->meters = MeterMap::of(self::PPQ, self::meterChanges());
        $this->random = new Randomizer(new Mt19937(1907));
    }

    /** The song as a MIDI file, its clips with their names in it. */
    public function file(): SmfFile
    {
        return SmfFile::of($this->song());
    }

    /** The file that the song is made of: tracks with marks of their clips. */
    private function tracks(): SmfFile
    {
        $this->random = new Randomizer(new Mt19937(1907));

        return new SmfFile(1, self::PPQ, [
            $this->conductor(),
            $this->track('Kalimba', 0, 108, $this->kalimba()),
            $this->track('Upright bass', 1, 32, $this->bass(), $this->slides()),
            $this->track('Frame drum kit', 9, 0, $this->drums()),
            $this->track('Harmonium', 2, 20, $this->harmonium(), $this->breath()),
        ]);
    }

    /**
     * The song, each part of a track a clip of its own: its file has the signature of D dorian, which is that of C
     * major.
     */
    public function song(): Song
    {
        $song = $this->tracks()->song();
        foreach ($song->tracks as $track) {
            $song = $track->name === 'Harmonium' ? $this->withTechniques($song, $track) : $song;
        }

        return $song->conducted($song->conductor->with(ConductorEvent::of(ConductorKind::Key, 0, 'D dorian')));
    }

    /** Two ways of playing: the chords of the short bar are dry, the last one of every other part is swelled. */
    private function withTechniques(Song $song, Track $track): Song
    {
        $techniques = Techniques::parse('bellows');
        $song = $song->withTrack($track->with(['techniques' => (string) $techniques]));
        foreach ($song->clipsOf($track->id) as $clip) {
            $short = $clip->start === $this->meters->barStart(self::SHORT_BAR);
            $from = $short ? 0 : $clip->length - 4 * self::PPQ - self::PUSHED;
            $number = (int) $techniques->number($short ? 'dry' : 'swelled');
            $content = $song->contents[$clip->id];
            $columns = $content->notes->columns();
            $columns['technique'] = array_map(
                static fn (int $start): int => $start >= $from ? $number : 0, $columns['start'],
            );
            $song = $song->withClip($clip, new ClipContent(Notes::of($columns), $content->points));
        }

        return $song;
    }

    /** @return array<int, Meter> */
    private static function meterChanges(): array
    {
        $bar = 4 * self::PPQ;
        $short = self::SHORT_BAR * $bar;

        return [0 => Meter::of(4, 4), $short => Meter::of(7, 8), $short + intdiv(7 * self::PPQ, 2) => Meter::of(4, 4)];
    }

    private function conductor(): SmfTrack
    {
        $meters = array_map(
            static fn (Meter $meter): string => chr($meter->numerator).chr(
                (int) log($meter->denominator, 2),
            ).chr(24).chr(8),
            self::meterChanges(),
        );

        return (new SmfTrack(Notes::none(), end: $this->meters->barStart(self::BARS)))
            ->withMetas(Meta::KeySignature, [0 => "\x00\x00"])
            ->withMetas(Meta::TimeSignature, $meters)
            ->withMetas(Meta::Tempo, [0 => substr(pack('N', self::TEMPO), 1)])
            ->withMetas(Meta::TrackName, [0 => self::NAME]);
    }

    /**
     * @param  list<array<string, int>>  $rows
     * @param  list<array{int, string}>  $controllers  ticks and messages without their channel, in order of time
     */
    private function track(string $name, int $channel, int $program, array $rows, array $controllers = []): SmfTrack
    {
        $rows = array_map(fn (array $row): array => ['channel' => $channel] + $this->withinPart($row), $rows);
        $controllers = [[0, "\xC0".chr($program)], ...$controllers];
        $messages = array_map(
            static fn (array $message): string => chr(ord($message[1][0]) | $channel).substr($message[1], 1),
            $controllers,
        );
        $track = new SmfTrack(
            Notes::fromRows($rows), array_column($controllers, 0), $messages, $this->meters->barStart(self::BARS),
        );

        return $track->withMetas(Meta::SequencerSpecific, $this->parts())->withMetas(Meta::TrackName, [0 => $name]);
    }

    /**
     * A note that sounds over the border of two parts ends there; one that was pushed over it begins there.
     *
     * @param  array<string, int>  $row
     * @return array<string, int>
     */
    private function withinPart(array $row): array
    {
        foreach (array_keys(self::PARTS) as $bar) {
            $border = $this->meters->barStart($bar);
            if ($row['start'] < $border && $border < $row['start'] + $row['length']) {
                $row = $border - $row['start'] < self::PUSHED
                    ? ['start' => $border] + $row
                    : ['length' => $border - $row['start']] + $row;
            }
        }

        return $row;
    }

    /** @return array<int, string> what tells of the clips, by their ticks */
    private function parts(): array
    {
        $starts = [...array_keys(self::PARTS), self::BARS];
        $marks = [];
        foreach (array_values(self::PARTS) as $k => $name) {
            [$from, $to] = [$this->meters->barStart($starts[$k]), $this->meters->barStart($starts[$k + 1])];
            $marks[$from] = (string) Meta::SequencerSpecific->dataOf(
                (new ClipMark($from, $to - $from, 0, $name))->write(self::PPQ),
            );
        }

        return $marks;
    }

    /** @return list<array<string, int>> */
    private function kalimba(): array
    {
        $figures = [
            [[0, 4], [2, 2], [3, 0], [6, 5], [8, 4], [11, 2], [14, 1]],
            [[0, 2], [3, 4], [4, 5], [7, 7], [10, 6], [12, 4]],
            [[0, 7], [2, 6], [4, 4], [6, 2], [9, 4], [12, 5], [13, 4], [15, 2]],
        ];
        $notes = [];
        for ($bar = 1; $bar < self::BARS - 1; $bar++) {
            foreach ($figures[$bar % 3] as $k => [$sixteenth, $degree]) {
                if ($bar === self::SHORT_BAR && $sixteenth >= 14) {
                    continue;
                }
                $accent = $sixteenth % 4 === 0 ? 14 : 0;
                $notes[] = $this->played(
                    $bar, $sixteenth, $this->degree(74, $degree + self::CHORDS[$bar] - 3), $k % 3 === 1 ? 430 : 250,
                    74 + $accent,
                );
                if ($this->random->getInt(1, 14) === 1) {
                    // A ghost touch: a finger that brushed the tine beside.
                    $notes[] = ['length' => 26] + $this->played(
                        $bar, $sixteenth, $this->degree(74, $degree + self::CHORDS[$bar] - 2), 26, 14,
                    );
                }
            }
        }

        return $notes;
    }

    /** @return list<array<string, int>> */
    private function bass(): array
    {
        $notes = [];
        for ($bar = 0; $bar < self::BARS; $bar++) {
            $root = $this->degree(38, self::CHORDS[$bar] - (self::CHORDS[$bar] > 3 ? 7 : 0));
            $next = $this->degree(
                38,
                self::CHORDS[min($bar + 1, self::BARS - 1)] - (self::CHORDS[min($bar + 1, self::BARS - 1)] > 3 ? 7 : 0),
            );
            $notes[] = $this->played($bar, 0, $root, 1500, 88);
            $notes[] = $this->played($bar, 6, $root, 520, 72);
            $notes[] = $this->played($bar, 8, $this->degree($root, 0) + 7, 960, 78);
            if ($bar !== self::SHORT_BAR && $bar < self::BARS - 1) {
                $notes[] = $this->played($bar, 14, $next + ($next > $root ? -2 : 2), 620, 66);
            }
        }

        return $notes;
    }

    /** @return list<array<string, int>> */
    private function drums(): array
    {
        $notes = [];
        for ($bar = 2; $bar < self::BARS; $bar++) {
            $last = $bar === self::SHORT_BAR ? 14 : 16;
            foreach ([0, 7, 10] as $sixteenth) {
                $notes[] = $this->played($bar, $sixteenth, 36, 180, $sixteenth === 0 ? 98 : 80);
            }
            foreach ([4, 12] as $sixteenth) {
                $notes[] = $this->played($bar, $sixteenth, 38, 140, 92);
            }
            for ($sixteenth = 0; $sixteenth < $last; $sixteenth += 2) {
                $notes[] = $this->played($bar, $sixteenth, 42, 90, $sixteenth % 4 === 0 ? 70 : 54);
            }
            foreach ([3, 9, 15] as $sixteenth) {
                if ($sixteenth < $last && $this->random->getInt(0, 2) > 0) {
                    $notes[] = $this->played($bar, $sixteenth, 38, 60, 24);
                }
            }
        }

        return $notes;
    }

    /** @return list<array<string, int>> */
    private function harmonium(): array
    {
        $notes = [];
        for ($bar = 0; $bar < self::BARS; $bar++) {
            $length = $this->meters->barStart($bar + 1) - $this->meters->barStart($bar);
            foreach ([0, 2, 4] as $voice) {
                $notes[] = $this->played(
                    $bar, 0, $this->degree(62, self::CHORDS[$bar] + $voice - 7),
                    $length - 110 + $this->random->getInt(0, 200), 62 - 2 * $voice,
                );
            }
        }

        return $notes;
    }

    /**
     * @return list<array{
     *     int, string,
     * }> expression (controller 11): the bellows are drawn and pushed once in two bars
     */
    private function breath(): array
    {
        $messages = [];
        for ($bar = 0; $bar < self::BARS; $bar++) {
            [$from, $to] = [$this->meters->barStart($bar), $this->meters->barStart($bar + 1)];
            for ($tick = $from; $tick < $to; $tick += intdiv(self::PPQ, 4)) {
                $swell = sin(M_PI * ($bar % 2 + ($tick - $from) / ($to - $from)) / 2);
                $messages[] = [$tick, "\xB0\x0B".chr(72 + (int) round(40 * $swell))];
            }
        }

        return $messages;
    }

    /**
     * @return list<array{int, string}> pitch bend: on the first beat of every fourth bar the finger slides up a
     *     semitone into its note
     */
    private function slides(): array
    {
        $messages = [];
        for ($bar = 3; $bar < self::BARS; $bar += 4) {
            foreach ([-4096, -3072, -2048, -1024, 0] as $step => $bend) {
                $messages[] = [
                    $this->meters->barStart($bar) + $step * intdiv(self::PPQ, 24),
                    "\xE0".chr(($bend + 8192) & 0x7F).chr(($bend + 8192) >> 7),
                ];
            }
        }

        return $messages;
    }

    /**
     * A note as hands play it: some 20 ms beside the line, and a little louder or softer.
     *
     * @return array<string, int>
     */
    private function played(int $bar, int $sixteenth, int $pitch, int $length, int $velocity): array
    {
        $late = ($this->random->getInt(-34, 34) + $this->random->getInt(-34, 34)) / 2 + 6;

        return [
            'start' => max(0, $this->meters->barStart($bar) + intdiv($sixteenth * self::PPQ, 4) + (int) round($late)),
            'length' => max(20, $length + $this->random->getInt(-40, 40)),
            'pitch' => $pitch,
            'velocity' => max(1, min(127, $velocity + $this->random->getInt(-9, 9))),
        ];
    }

    /** The pitch so many steps of D dorian above a D or another note of the scale. */
    private function degree(int $from, int $steps): int
    {
        $octaves = (int) floor($steps / 7);

        return $from + 12 * $octaves + self::SCALE[$steps - 7 * $octaves];
    }
}
