<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Demo\LanternFerry;
use App\Docs\EditReference;
use App\Docs\KeySheet;
use App\Docs\PieceSheet;
use App\Docs\RecipeSheet;
use Illuminate\Console\Command;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Song\RowNames;
use Jactonic\Core\Song\RowNamesFile;

final class WriteDocs extends Command
{
    protected $signature = 'docs:write';

    protected $description = 'Writes what is made from the program: the edit reference, the keys, names of rows, the '
        .'demo song as a file';

    protected $help = 'Example: php artisan docs:write';

    public function handle(Catalog $catalog): int
    {
        foreach (self::made($catalog) as $path => $text) {
            file_put_contents(base_path($path), $text);
            $this->line($path);
        }

        return self::SUCCESS;
    }

    /** @return array<string, string> contents by path */
    public static function made(Catalog $catalog): array
    {
        return [
            'docs/edit-reference.md' => EditReference::asMarkdown($catalog),
            'docs/keys.md' => KeySheet::asMarkdown(),
            'docs/recipes.md' => RecipeSheet::asMarkdown(),
            'docs/tasks.md' => PieceSheet::asMarkdown(),
            'docs/general-midi.row-names.json' => RowNamesFile::write(RowNames::generalMidi(), 'General MIDI'),
            'resources/demo/lantern-ferry.mid' => (new LanternFerry)->file()->write(),
        ];
    }
}
