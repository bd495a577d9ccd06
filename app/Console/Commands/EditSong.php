<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use App\Console\TrackEdits;
use App\Lines\KnownLines;
use App\Lines\ViewCommands;
use Illuminate\Console\Command;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Context\Caret;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\Speech\Speaker;
use Jactonic\Core\Recipes\Recipe;
use Jactonic\Core\Recipes\RecipeFile;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ConductorKind;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;

/** Runs edit lines on a MIDI file: the same catalog as the program, without its database. */
final class EditSong extends Command
{
    protected $signature = 'song:edit
        {in : the MIDI file to read}
        {out : the MIDI file to write}
        {--track= : the track to edit, counting those with notes from 1; left out, each of them by itself}
        {--where= : conditions that choose the notes anew before each line, such as "velocity=..40"; left out, all}
        {--grid=1/16 : the current grid}
        {--swing=0 : its swing, 0 to 150}
        {--key= : root and scale, such as "D dorian"; left out, the key signature of the file}
        {--caret=0 : TICK or TICK:PITCH}
        {--range= : TICK..TICK}
        {--do=* : an edit line, such as "quantize strength=80"; may stand several times}
        {--say=* : what is to be done, as one speaks, such as "hats 8 ms late"; run after the lines}
        {--recipe=* : a file of recipes and rules, as the program exports them; they run in its order, after that}
        {--dry : say what would be done, and write nothing}
        {--json : say it as JSON}';

    protected $description = 'Edits a MIDI file with edit lines';

    protected $help = 'Example: php artisan song:edit take.mid fixed.mid --where="pitch=60..72" --do="quantize '
        .'grid=1/16 strength=80" --do="velocity add=8" --say="top voice a bar earlier" --dry';

    public function __construct(private readonly KnownLines $known)
    {
        parent::__construct();
    }

    public function handle(Catalog $catalog): int
    {
        try {
            $path = MidiPath::of($this->text('in'));
            $file = SmfFile::read($path->read());
            $song = $file->song();
            $key = $this->said('key');
            $song = $key === null
                ? $song
                : $song->conducted($song->conductor->with(ConductorEvent::of(ConductorKind::Key, 0, $key)));
            $context = $this->surroundings($song);
            $edits = new TrackEdits(
                $this->edits($catalog, $this->spoken($song, $context)),
                Conditions::parse($this->said('where') ?? ''), $context,
            );
            $results = $edits->run($song, $this->track());
            if ($this->option('dry') !== true) {
                MidiPath::of($this->text('out'))->write(SmfFile::of($results->song)->write());
            }
        } catch (CoreError $error) {
            $this->output->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        $this->report($file, $results->done);

        return self::SUCCESS;
    }

    /**
     * @param  list<non-empty-list<string>>  $spoken
     * @return non-empty-list<array{script: Script, leavesDrums: bool}>
     */
    private function edits(Catalog $catalog, array $spoken): array
    {
        $recipes = $this->recipes();
        $find = static fn (string $name): ?Recipe => $recipes[$name] ?? null;
        $screen = ViewCommands::known(...);
        $edits = [];
        foreach ([...array_map(static fn (string $line): array => [$line], $this->texts('do')), ...$spoken] as $lines) {
            $edits[] = ['script' => Script::read($lines, $catalog, $find, $screen), 'leavesDrums' => false];
        }
        foreach ($recipes as $recipe) {
            $edits[] = [
                'script' => Script::read(["recipe name=\"{$recipe->name}\""], $catalog, $find, $screen),
                'leavesDrums' => $recipe->leavesDrums,
            ];
        }

        return $edits === []
            ? throw new BadInput(
                'Say what to do, such as --do="quantize grid=1/16", --say="a little softer" or --recipe=FILE. '
                    .'php artisan song:edits lists all there is.',
            )
            : $edits;
    }

    /**
     * The lines that are meant by what is said, of the notes that are chosen.
     *
     * @return list<non-empty-list<string>>
     *
     * @throws BadInput with the words that are not understood
     */
    private function spoken(Song $song, Context $context): array
    {
        $track = $this->track() === null ? null : array_values($song->tracks)[$this->track() - 1] ?? null;
        $clips = $track === null ? [] : array_column($song->clipsOf($track->id), 'id');
        $front = $clips[0] ?? array_key_first($song->clips) ?? throw new BadInput('The file has no notes.');
        $here = $context->in(OpenSong::of($song, [$front], $front));
        $speaker = Speaker::in($song, $clips, $front, selected: 1, context: $here);
        $spoken = [];
        foreach ($this->texts('say') as $text) {
            $understood = $this->known->speech()->understand($text, $speaker);
            if (! $understood->isWhole() || $understood->lines === []) {
                $left = array_map(
                    static fn (array $place): string => '“'.mb_substr($text, $place[0], $place[1] - $place[0]).'”',
                    $understood->left,
                );
                throw new BadInput(
                    $understood->problem !== '' ? $understood->problem : implode(', ', $left).' is not understood.'
                        .($understood->lines === [] ? '' : ' Without it: '.implode('; ', $understood->lines)),
                );
            }
            $spoken[] = $understood->lines;
        }

        return $spoken;
    }

    /** @return array<string, Recipe> by name */
    private function recipes(): array
    {
        $recipes = [];
        foreach ($this->texts('recipe') as $path) {
            $text = @file_get_contents($path);
            $file = RecipeFile::read($text === false ? throw new BadInput("“{$path}” cannot be read.") : $text);
            if ($file->problems !== []) {
                throw new BadInput("{$path}: ".implode(' ', $file->problems));
            }
            foreach ($file->recipes as $recipe) {
                $recipes[$recipe->name] = $recipe;
            }
        }

        return $recipes;
    }

    /** @return list<string> */
    private function texts(string $option): array
    {
        $values = $this->option($option);

        return array_values(array_filter(
            array_filter(is_array($values) ? $values : [], is_string(...)),
            static fn (string $value): bool => trim($value) !== '',
        ));
    }

    private function surroundings(Song $song): Context
    {
        $swing = $this->said('swing') ?? '0';
        if (preg_match('/^\d{1,3}$/', $swing) !== 1) {
            throw new BadInput("--swing takes 0 to 150, not “{$swing}”.");
        }
        $range = $this->said('range');

        return new Context(
            new Timeline(
                $song->conductor->meters, $song->conductor->tempo,
                Grid::parse($this->said('grid') ?? '1/16', (int) $swing),
            ),
            caret: Caret::parse($this->said('caret') ?? '0'), range: $range === null ? null : TickRange::parse($range),
        );
    }

    private function track(): ?int
    {
        $track = $this->said('track');
        if ($track !== null && preg_match('/^[1-9]\d{0,4}$/', $track) !== 1) {
            throw new BadInput("--track takes the number of a track with notes, from 1, not “{$track}”.");
        }

        return $track === null ? null : (int) $track;
    }

    /** @param  list<array{track: int, name: string, line: string, selected: int, summary: string}>  $done */
    private function report(SmfFile $file, array $done): void
    {
        if ($this->option('json') === true) {
            $this->line(
                (string) json_encode(
                    ['problems' => $file->problems, 'done' => $done],
                    JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT,
                ),
            );

            return;
        }
        foreach ($file->problems as $problem) {
            $this->line("Note: {$problem}");
        }
        foreach ($done as $entry) {
            $this->line("Track {$entry['track']} ({$entry['name']}): {$entry['line']}: {$entry['summary']}");
        }
        if ($this->option('dry') === true) {
            $this->line('Nothing was written (--dry).');
        }
    }

    private function said(string $option): ?string
    {
        $value = $this->option($option);

        return is_string($value) && $value !== '' ? $value : null;
    }

    private function text(string $argument): string
    {
        $value = $this->argument($argument);

        return is_string($value) ? $value : '';
    }
}
