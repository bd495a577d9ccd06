<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Docs\EditReference;
use Illuminate\Console\Command;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Lines\Catalog;

final class ListEdits extends Command
{
    protected $signature = 'song:edits {--json : as JSON}';

    protected $description = 'Lists all edits with their parameters';

    protected $help = 'Example: php artisan song:edits --json';

    public function handle(Catalog $catalog): int
    {
        $this->line($this->option('json') === true
            ? (string) json_encode(
                array_map(
                    static fn (Declaration $declaration): array => $declaration->describe(), $catalog->declarations(),
                ),
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT,
            )
            : EditReference::asText($catalog));

        return self::SUCCESS;
    }
}
