<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Demo\LanternFerry;
use App\Docs\EditReference;
use App\Docs\KeySheet;
use App\Docs\RecipeSheet;
use Illuminate\Console\Command;
use Jactonic\Core\Lines\Catalog;

final class WriteDocs extends Command
{
    protected $signature = 'docs:write';

    protected $description = 'Writes what is made from the program: the edit reference, the keys, the demo song as a file';

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
            'resources/demo/lantern-ferry.mid' => (new LanternFerry)->file()->write(),
        ];
    }
}
