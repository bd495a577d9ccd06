<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Errors\BadInput;

/** Recipes and rules as a file: `{"jactonic": "recipes", "version": 1, "recipes": [{"name": "…", "lines": ["…"]}]}`. */
final readonly class RecipeFile
{
    private const MARK = 'recipes';

    private const VERSION = 1;

    /** How many recipes are taken at once, and kept together. */
    public const MOST = 500;

    /**
     * @param  list<Recipe>  $recipes
     * @param  list<string>  $problems  what could not be understood, and was left out
     */
    private function __construct(
        public array $recipes,
        public array $problems,
    ) {
    }

    /** @param  list<Recipe>  $recipes */
    public static function write(array $recipes): string
    {
        return json_encode([
            'jactonic' => self::MARK, 'version' => self::VERSION,
            'recipes' => array_map(static fn (Recipe $recipe): array => $recipe->toArray(), $recipes),
        ], JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)."\n";
    }

    /** @throws BadInput where the text is no file of recipes at all */
    public static function read(string $text): self
    {
        $value = json_decode($text, true, 12);
        $isOurs = is_array($value) && ($value['jactonic'] ?? null) === self::MARK;
        if (! $isOurs || ! is_array($value['recipes'] ?? null)) {
            throw new BadInput(
                'These are no recipes. They are JSON that begins {"jactonic": "recipes", "version": 1, …}, as the '
                    .'export writes it.',
            );
        }
        if (($value['version'] ?? null) !== self::VERSION) {
            throw new BadInput('These recipes are of another version; this program reads version '.self::VERSION.'.');
        }
        if (count($value['recipes']) > self::MOST) {
            throw new BadInput(
                'The file has '.number_format(count($value['recipes'])).' recipes; at most '.number_format(self::MOST)
                    .' are taken at once.',
            );
        }
        $recipes = [];
        $problems = [];
        foreach ($value['recipes'] as $entry) {
            try {
                $recipes[] = Recipe::fromArray($entry);
            } catch (BadInput $error) {
                $problems[] = $error->getMessage();
            }
        }

        return new self($recipes, $problems);
    }
}
