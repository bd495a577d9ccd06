<?php

declare(strict_types=1);

namespace App\Lines;

use App\Models\KeptRecipe;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Lines\EditLine;
use Jactonic\Core\Lines\Speech\Speech;
use Jactonic\Core\Recipes\Script;

/** What a line may say: an edit, a command of the view, or a recipe. */
final readonly class KnownLines
{
    public function __construct(private Catalog $catalog)
    {
    }

    /**
     * @param  non-empty-list<string>  $lines
     *
     * @throws BadInput for a line that cannot be understood
     */
    public function script(array $lines): Script
    {
        return Script::read($lines, $this->catalog, KeptRecipe::named(...), ViewCommands::known(...));
    }

    /** What turns words into lines. */
    public function speech(): Speech
    {
        return new Speech($this->catalog, ViewCommands::known());
    }

    /** Whether a line is an edit, rather than a command of the view. */
    public function isEdit(string $line): bool
    {
        return $this->catalog->has(EditLine::parse($line)->name);
    }

    /** What is wrong with a line; null where it can be run. A recipe that is not here yet may still come. */
    public function problemOf(string $text): ?string
    {
        try {
            $line = EditLine::parse($text);
            if (ViewCommands::known()->has($line->name)) {
                ViewCommands::known()->check($line);

                return null;
            }
            $this->catalog->read($text);

            return null;
        } catch (BadInput $error) {
            return $error->getMessage();
        }
    }
}
