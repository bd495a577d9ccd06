<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use App\Models\KeptPhrase;
use Illuminate\Console\Command;
use Illuminate\Support\Str;
use Jactonic\Core\Errors\CoreError;

final class ExportShelf extends Command
{
    protected $signature = 'shelf:export {folder : where the MIDI files go; files of the same names are written anew}';

    protected $description = 'Writes every phrase on the shelf as a MIDI file into a folder';

    protected $help = 'Example: php artisan shelf:export phrases';

    public function handle(): int
    {
        $folder = rtrim((string) $this->argument('folder'), '/');
        $used = [];
        try {
            foreach (KeptPhrase::query()->orderBy('id')->cursor() as $kept) {
                $plain = $name = Str::slug($kept->name) ?: 'phrase';
                for ($number = 2; isset($used[$name]); $number++) {
                    $name = "{$plain}-{$number}";
                }
                $used[$name] = true;
                MidiPath::of("{$folder}/{$name}.mid")->write($kept->file);
            }
        } catch (CoreError $error) {
            $this->output->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        $this->line(count($used)." phrases written to {$folder}");

        return self::SUCCESS;
    }
}
