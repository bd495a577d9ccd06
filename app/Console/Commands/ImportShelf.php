<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use App\Shelf\Shelf;
use Illuminate\Console\Command;
use Jactonic\Core\Errors\CoreError;

final class ImportShelf extends Command
{
    protected $signature = 'shelf:import {folder : a folder with MIDI files}';

    protected $description = 'Takes the MIDI files of a folder onto the shelf, each track with notes as a phrase of its own';

    public function handle(Shelf $shelf): int
    {
        $folder = rtrim((string) $this->argument('folder'), '/');
        $paths = glob("{$folder}/*.[mM][iI][dD]") ?: [];
        try {
            $files = array_map(static fn (string $path): array => ['name' => pathinfo($path, PATHINFO_FILENAME), 'bytes' => MidiPath::of($path)->read()], $paths);
            $problems = $files === [] ? ["There is no MIDI file in {$folder}."] : $shelf->import($files);
        } catch (CoreError $error) {
            $problems = [$error->getMessage()];
        }
        foreach ($problems as $problem) {
            $this->output->getErrorStyle()->writeln($problem);
        }
        $this->line((count($paths) - count($problems) > 0 ? count($paths) - count($problems) : 0).' of '.count($paths).' files taken in');

        return $problems === [] ? self::SUCCESS : self::FAILURE;
    }
}
