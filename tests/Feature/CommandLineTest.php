<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Console\Commands\WriteDocs;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Artisan;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Smf\SmfFile;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Console\Output\BufferedOutput;
use Symfony\Component\Process\Process;
use Tests\AppTestCase;

final class CommandLineTest extends AppTestCase
{
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/jactonic-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        file_put_contents("{$this->folder}/in.mid", $this->smallFile()->write());
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);
        rmdir($this->folder);
        parent::tearDown();
    }

    /** @param  array<string, mixed>  $options */
    private function song(string $command, array $options = []): string
    {
        $files = in_array($command, ['song:edit', 'song:take'], true)
            ? ['in' => "{$this->folder}/in.mid", 'out' => "{$this->folder}/out.mid"]
            : ['in' => "{$this->folder}/in.mid"];
        $status = Artisan::call($command, $options + $files);
        $said = Artisan::output();
        self::assertSame(0, $status, $said);

        return $said;
    }

    public function test_lines_are_run_in_a_row_and_it_says_what_each_did(): void
    {
        $said = $this->song(
            'song:edit', ['--do' => ['quantize', 'transpose semitones=-12'], '--where' => 'pitch=64..'],
        );

        self::assertStringContainsString('Track 1 (Lead): quantize: 2 notes quantized to 1/16', $said);
        self::assertStringContainsString('Track 1 (Lead): transpose semitones=-12: 2 notes down 12 semitones', $said);
        $notes = SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracks[1]->notes;
        self::assertSame([[10, 60], [120, 52], [240, 55]], array_map(null, $notes->start, $notes->pitch));
    }

    public function test_what_was_played_is_taken_in_from_a_text_as_it_is_recorded_in_the_program(): void
    {
        file_put_contents(
            "{$this->folder}/take.txt", "0.512 on C3 90\n0.75 off C3 # let go\n1 control 64 127\n1.2 on D3\n2 end\n",
        );

        self::assertSame(
            'Track 1 (Lead): 2 notes in 1 bar, 1 value of controllers, 19 ms early on average, 1/8 fits; 2 notes '
                ."quantized to 1/4, largest move 200 ms\n",
            $this->song('song:take', ['take' => "{$this->folder}/take.txt", '--do' => ['take', 'quantize grid=1/4']]),
        );
        $notes = SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracks[1]->notes;
        $low = array_keys(array_filter($notes->pitch, static fn (int $pitch): bool => $pitch < 60));
        self::assertSame(
            [[480, 228, 48, 90], [960, 768, 50, 96]],
            array_map(
                static fn (int $i): array => [
                    $notes->start[$i], $notes->length[$i], $notes->pitch[$i], $notes->velocity[$i],
                ],
                $low,
            ),
        );

        file_put_contents("{$this->folder}/take.txt", "0.5 on C3\nlater off C3\n");
        self::assertSame(
            1,
            Artisan::call(
                'song:take',
                [
                    'in' => "{$this->folder}/in.mid", 'take' => "{$this->folder}/take.txt",
                    'out' => "{$this->folder}/out.mid",
                ],
            ),
        );
        self::assertSame(
            1,
            Artisan::call(
                'song:take',
                [
                    'in' => "{$this->folder}/in.mid", 'take' => "{$this->folder}/take.txt",
                    'out' => "{$this->folder}/out.mid", '--track' => '7',
                ],
            ),
        );
    }

    public function test_the_conditions_choose_anew_before_each_line(): void
    {
        $this->song('song:edit', ['--do' => ['transpose semitones=10', 'delete'], '--where' => 'pitch=..70']);

        self::assertSame(
            [74, 77], SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracks[1]->notes->pitch,
        );
    }

    public function test_what_is_said_becomes_lines_that_are_told(): void
    {
        $said = $this->song('song:edit', [
            '--do' => ['transpose semitones=1'], '--say' => ['an octave down', 'lowest note softer by 5'],
        ]);

        self::assertStringContainsString('Track 1 (Lead): transpose semitones=1: 3 notes up 1 semitone', $said);
        self::assertStringContainsString('Track 1 (Lead): transpose octaves=-1: 3 notes down 1 octave', $said);
        self::assertStringContainsString('velocity add=-5', $said);
        self::assertSame(
            [49, 53, 56], SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracks[1]->notes->pitch,
        );
    }

    public function test_what_is_said_of_a_track_is_done_there_once(): void
    {
        copy(base_path('resources/demo/lantern-ferry.mid'), "{$this->folder}/in.mid");

        $said = $this->song(
            'song:edit', ['--say' => ['hats 8 ms late, then softer by 5'], '--do' => ['velocity add=1']],
        );

        self::assertStringContainsString('Track 4 (Harmonium): velocity add=1', $said);
        self::assertSame(1, preg_match_all('/^.*8\.\d ms.*$/m', $said, $found), $said);
        self::assertStringStartsWith(
            'Track 3 (Frame drum kit): on track="Frame drum kit"; choose where="row=hat"; nudge by=8ms; '
                .'velocity add=-5: ',
            $found[0][0],
        );
    }

    #[TestWith(['softer by the moon', '“moon” is not understood. Without it: velocity add=-10'])]
    #[TestWith(['velocity 300', 'velocity: set takes 1 to 127, not “300”.'])]
    #[TestWith(['', 'Say what to do'])]
    public function test_what_is_not_understood_is_not_run(string $text, string $refused): void
    {
        $run = new Process([
            'php', 'artisan', 'song:edit', "{$this->folder}/in.mid", "{$this->folder}/out.mid", "--say={$text}",
        ], base_path());

        self::assertSame(1, $run->run());
        self::assertStringContainsString($refused, $run->getErrorOutput());
        self::assertFileDoesNotExist("{$this->folder}/out.mid");
    }

    public function test_the_context_comes_from_the_options(): void
    {
        $this->song(
            'song:edit',
            [
                '--do' => ['insert', 'legato last=range', 'transpose degrees=1'], '--grid' => '1/8', '--swing' => '50',
                '--key' => 'C major', '--caret' => '960:C3', '--range' => '0..1200', '--track' => '1',
            ],
        );
        $notes = SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracks[1]->notes;

        self::assertSame(
            [[960, 240, 50], [10, 120, 62]],
            [
                [$notes->start[3], $notes->length[3], $notes->pitch[3]],
                [$notes->start[0], $notes->length[0], $notes->pitch[0]],
            ],
        );
    }

    public function test_recipes_are_run_from_a_file(): void
    {
        file_put_contents(
            "{$this->folder}/mine.json",
            json_encode([
                'jactonic' => 'recipes',
                'version' => 1,
                'recipes' => [
                    [
                        'name' => 'Soft ones out',
                        'lines' => ['delete'],
                        'choice' => ['scope' => 'clip', 'groups' => [['conditions' => ['velocity=..70']]]],
                    ],
                    ['name' => 'To eighths', 'lines' => ['grid value=1/8', 'quantize', 'play'], 'keepsGrid' => true],
                ],
            ]),
        );

        $said = $this->song('song:edit', ['--recipe' => ["{$this->folder}/mine.json"], '--do' => ['velocity add=1']]);

        self::assertStringContainsString('recipe name="Soft ones out": “Soft ones out”: 1 note deleted', $said);
        self::assertSame(
            [240, 240], SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracks[1]->notes->start,
        );
        self::assertSame(
            1,
            Artisan::call(
                'song:edit',
                [
                    'in' => "{$this->folder}/in.mid", 'out' => "{$this->folder}/out.mid",
                    '--recipe' => ["{$this->folder}/none.json"],
                ],
            ),
        );
        Artisan::output();
    }

    public function test_a_dry_run_writes_nothing_and_json_can_be_read_by_programs(): void
    {
        $said = json_decode(
            $this->song('song:edit', ['--do' => ['quantize'], '--dry' => true, '--json' => true]), true,
        );

        self::assertSame(
            ['track' => 1, 'name' => 'Lead', 'line' => 'quantize', 'selected' => 3],
            array_slice($said['done'][0], 0, 4),
        );
        self::assertFileDoesNotExist("{$this->folder}/out.mid");
    }

    #[TestWith(['--do=quantise', 'Did you mean quantize?'])]
    #[TestWith(['--do=transpose octaves=9', 'Nothing moved'])]
    #[TestWith(['--track=3 --do=mute', 'There is no track 3; 1 track has notes'])]
    #[TestWith(['--where=size=5 --do=mute', 'There is no condition'])]
    #[TestWith(['--key=H --do=mute', 'is no key'])]
    #[TestWith(['--dry', 'Say what to do'])]
    public function test_an_error_goes_to_standard_error_and_leaves_the_file_untouched(
        string $options, string $message,
    ): void {
        file_put_contents("{$this->folder}/out.mid", 'as it was');
        $words = array_map(trim(...), preg_split('/ (?=--)/', $options) ?: []);
        $process = new Process(
            ['php', 'artisan', 'song:edit', "{$this->folder}/in.mid", "{$this->folder}/out.mid", ...$words],
            base_path(),
        );
        $process->run();

        self::assertSame([1, ''], [$process->getExitCode(), $process->getOutput()]);
        self::assertStringContainsString($message, $process->getErrorOutput());
        self::assertStringEqualsFile("{$this->folder}/out.mid", 'as it was');
        self::assertSame(["{$this->folder}/in.mid", "{$this->folder}/out.mid"], glob("{$this->folder}/*"));
    }

    public function test_notes_are_listed_as_a_table_and_as_json(): void
    {
        self::assertStringContainsString(
            '| 130   | 1.1.130  | 100    | 64    | E4   | 80       | 64      | 1              | no    |',
            $this->song('song:notes'),
        );
        self::assertSame(
            [
                'ppq' => 480,
                'tracks' => [[
                    'name' => 'Lead',
                    'notes' => [[10, 100, 60, 64, 64, 0], [130, 100, 64, 80, 64, 0], [250, 100, 67, 96, 64, 0]],
                ]],
            ],
            json_decode($this->song('song:notes', ['--json' => true]), true),
        );
    }

    public function test_the_timing_is_read_and_a_grid_advised(): void
    {
        self::assertStringContainsString('Lead: 1/16 fits best', $this->song('song:advise'));
        $advice = json_decode($this->song('song:advise', ['--json' => true, '--where' => 'pitch=60..64']), true);
        self::assertSame([2, '1/16'], [$advice['tracks'][0]['count'], $advice['tracks'][0]['grids'][0]['grid']]);
    }

    public function test_lines_hand_the_clipboard_on_within_a_track(): void
    {
        $this->song('song:edit', ['--do' => ['copy', 'paste at=2.1.0'], '--where' => 'pitch=60']);

        self::assertSame(
            [10, 130, 250, 1920],
            SmfFile::read((string) file_get_contents("{$this->folder}/out.mid"))->tracksWithNotes()[1]->notes->start,
        );
    }

    public function test_the_catalog_is_listed(): void
    {
        Artisan::call('song:edits', ['--json' => true]);
        $edits = json_decode(Artisan::output(), true);

        self::assertSame(array_column(Catalog::standard()->declarations(), 'name'), array_column($edits, 'name'));
        self::assertSame(
            ['strength', 'whole-number', '100', 0, 100, '%'],
            array_map(
                static fn (string $key): mixed => $edits[0]['parameters'][2][$key],
                ['name', 'kind', 'default', 'min', 'max', 'unit'],
            ),
        );
    }

    public function test_what_is_made_from_the_program_is_current(): void
    {
        foreach (WriteDocs::made(Catalog::standard()) as $path => $text) {
            self::assertStringEqualsFile(base_path($path), $text, "{$path} is old: run php artisan docs:write");
        }
    }

    public function test_the_list_shows_our_own_commands_and_help_an_example_of_each(): void
    {
        $listed = $this->told('list');
        self::assertStringContainsString('song:edit', $listed);
        self::assertDoesNotMatchRegularExpression('/^  (config|route|migrate)/m', $listed);
        foreach (Artisan::all() as $name => $command) {
            if ($command instanceof Command && str_starts_with($command::class, 'App\\')) {
                self::assertStringContainsString($name, $listed);
                self::assertStringContainsString(
                    "Example: php artisan {$name}", $this->told('help', ['command_name' => $name]),
                );
            }
        }
    }

    public function test_a_mistyped_command_is_told_what_there_is(): void
    {
        $process = new Process(['php', 'artisan', 'song:edti'], base_path());
        $process->run();
        $said = $process->getOutput().$process->getErrorOutput();

        self::assertStringContainsString('"song:edti" is not defined', $said);
        self::assertStringContainsString('song:edit', $said);
    }

    /** @param  array<string, string>  $options */
    private function told(string $command, array $options = []): string
    {
        $output = new BufferedOutput;
        self::assertSame(0, Artisan::call($command, $options, $output));

        return $output->fetch();
    }
}
