<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\Artisan;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;
use Tests\AppTestCase;

final class RenderTest extends AppTestCase
{
    private string $folder;

    private string $in;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/jactonic-render-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $this->in = "{$this->folder}/in.mid";
        file_put_contents($this->in, $this->smallFile()->write());
    }

    protected function tearDown(): void
    {
        array_map('unlink', glob("{$this->folder}/*") ?: []);
        rmdir($this->folder);
        parent::tearDown();
    }

    public function test_a_song_becomes_a_wave_file_that_others_can_read(): void
    {
        $out = "{$this->folder}/out.wav";
        self::assertSame(0, $this->render("{$this->in} {$out} --form=24 --rate=44100"));

        self::assertMatchesRegularExpression('#out\.wav: [\d.]+ s#', Artisan::output());
        $bytes = (string) file_get_contents($out);
        $head = unpack('a4riff/Vsize/a4wave/a4fmt/Vlength/vform/vchannels/Vrate/Vbytes/vblock/vbits', $bytes);
        self::assertIsArray($head);
        self::assertSame(
            ['RIFF', strlen($bytes) - 8, 'WAVE', 1, 2, 44100, 24],
            [
                $head['riff'], $head['size'], $head['wave'], $head['form'], $head['channels'], $head['rate'],
                $head['bits'],
            ],
        );
        self::assertGreaterThan(100_000, count_chars(substr($bytes, 44), 1)[0] ?? 0);
        self::assertGreaterThan(100, count(count_chars(substr($bytes, 44), 1)));
        self::assertSame([], glob("{$this->folder}/*.begun"));
    }

    public function test_a_range_so_many_times_is_as_long_as_that_and_its_tail(): void
    {
        $out = "{$this->folder}/out.wav";
        $this->render("{$this->in} {$out} --range=0..960 --rounds=3 --form=16 --rate=48000");

        $seconds = (filesize($out) - 44) / (4 * 48000);
        self::assertGreaterThan(3.0, $seconds);
        self::assertLessThan(15.0, $seconds);
    }

    public function test_each_track_gets_a_file_with_its_number_and_name(): void
    {
        copy(base_path('resources/demo/lantern-ferry.mid'), $this->in);
        $this->render("{$this->in} {$this->folder}/ferry.wav --apart --tracks=2,4 --range=0..960");

        self::assertSame(
            ['ferry-2-upright-bass.wav', 'ferry-4-harmonium.wav'],
            array_map(basename(...), glob("{$this->folder}/*.wav") ?: []),
        );
    }

    #[TestWith(['--rate=22050', '--rate takes one of: 44100, 48000, 88200, 96000.'])]
    #[TestWith(['--form=8', '--form takes one of: 16, 24, float.'])]
    #[TestWith(['--rounds=0', '--rounds goes from 1 to 1000.'])]
    #[TestWith(['--tracks=7', 'There is no track 7; the file has 1.'])]
    #[TestWith(['--range=later', 'is no range'])]
    #[TestWith(['--bank=/no/bank.sf2', 'There is no bank gm at /no/bank.sf2.'])]
    #[TestWith(['--bank=/etc/hostname', '/etc/hostname cannot be played: That is no bank'], 'a file that is no bank')]
    #[TestWith(['--bank=/dev/null', 'There is no bank gm at /dev/null.'])]
    #[TestWith(['--range=0..2147483000', 'a sound file here has at most 60. Take a range, or fewer rounds.'])]
    public function test_what_cannot_be_done_is_said_and_nothing_is_written(string $options, string $says): void
    {
        $command = [PHP_BINARY, 'artisan', 'song:render', $this->in, "{$this->folder}/out.wav", $options];
        $process = new Process($command, base_path());
        $process->run();

        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString($says, $process->getErrorOutput());
        self::assertSame(1, substr_count(trim($process->getErrorOutput())."\n", "\n"), 'one line');
        self::assertSame([], glob("{$this->folder}/out*"));
    }

    public function test_a_folder_is_no_file_to_write(): void
    {
        $process = new Process([PHP_BINARY, 'artisan', 'song:render', $this->in, $this->folder], base_path());
        $process->run();

        self::assertSame(1, $process->getExitCode());
        self::assertSame(
            "{$this->folder} is a folder; name a file in it, such as {$this->folder}/song.wav.\n",
            $process->getErrorOutput(),
        );
    }

    public function test_a_kill_in_the_middle_leaves_no_file_that_looks_whole(): void
    {
        $process = new Process(
            [
                PHP_BINARY, 'artisan', 'song:render', base_path('resources/demo/lantern-ferry.mid'),
                "{$this->folder}/out.wav", '--rounds=20',
            ],
            base_path(),
        );
        $process->start();
        $process->waitUntil(static fn (string $kind, string $said): bool => str_contains($said, '0 %'));
        $process->signal(SIGKILL);
        $process->wait();

        self::assertFileDoesNotExist("{$this->folder}/out.wav");
    }

    private function render(string $arguments): int
    {
        return Artisan::call("song:render {$arguments}");
    }
}
