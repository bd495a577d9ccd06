<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use App\Shelf\Shelf;
use Illuminate\Console\Command;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Smf\Text;

final class ImportShelf extends Command
{
    protected $signature = 'shelf:import {folder : a folder with MIDI files}';

    protected $description = 'Takes the MIDI files of a folder onto the shelf, each track with notes as a phrase of '
        .'its own';

    protected $help = 'Example: php artisan shelf:import phrases';

    public function handle(Shelf $shelf): int
    {
        $folder = rtrim((string) $this->argument('folder'), '/') ?: '/';
        if (! is_dir($folder)) {
            return $this->refused("There is no folder {$folder}.");
        }
        // No pattern of the shell's: brackets in a name are part of it.
        $names = array_values(array_filter(
            scandir($folder) ?: [],
            static fn (string $name): bool => preg_match('/\.mid$/i', $name) === 1 && is_file("{$folder}/{$name}"),
        ));
        if ($names === []) {
            return $this->refused("There is no MIDI file in {$folder}.");
        }
        $files = $problems = [];
        foreach ($names as $name) {
            try {
                $files[] = [
                    'name' => Text::readable(pathinfo($name, PATHINFO_FILENAME)),
                    'bytes' => MidiPath::of("{$folder}/{$name}")->read(),
                ];
            } catch (BadInput $error) {
                $problems[] = $error->getMessage();
            }
        }
        ['items' => $items, 'problems' => $unread] = Shelf::read($files);
        try {
            $shelf->takeIn($items);
        } catch (BadInput $error) {
            return $this->refused($error->getMessage());
        }
        $problems = [...$problems, ...$unread];
        foreach ($problems as $problem) {
            $this->output->getErrorStyle()->writeln($problem);
        }
        $this->line((count($names) - count($problems)).' of '.count($names).' files taken in');

        return $problems === [] ? self::SUCCESS : self::FAILURE;
    }

    private function refused(string $why): int
    {
        $this->output->getErrorStyle()->writeln($why);
        $this->line('Nothing was taken in');

        return self::FAILURE;
    }
}
