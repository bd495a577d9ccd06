<?php

declare(strict_types=1);

namespace App\Docs;

use App\Recipes\RecipeBook;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Recipes\NoteChoice;
use Jactonic\Core\Recipes\Recipe;

/** What recipes and rules are, with those that ship, made from their file. */
final class RecipeSheet
{
    public static function asMarkdown(): string
    {
        $conditions = implode('`, `', Conditions::NAMES);
        $text = self::about().sprintf(self::rules(), $conditions)."\n## Those that ship\n";
        $folder = null;
        foreach (RecipeBook::shipped()->recipes as $recipe) {
            if ($recipe->folder !== $folder) {
                $folder = $recipe->folder;
                $text .= "\n### {$folder}\n\n| | does | lines |\n|---|---|---|\n";
            }
            $text .= self::row($recipe);
        }

        return $text;
    }

    private static function row(Recipe $recipe): string
    {
        $on = $recipe->choice === null ? '' : ' on '.self::inWords($recipe->choice);

        return "| {$recipe->name} | {$recipe->help} | `".implode('; ', $recipe->lines)."`{$on} |\n";
    }

    private static function inWords(NoteChoice $choice): string
    {
        $groups = array_map(
            static fn (array $group): string => '`'.implode(
                $group['join']->value === 'any' ? '` or `' : '` `', $group['conditions'],
            ).'`',
            $choice->groups,
        );

        return implode($choice->join->value === 'any' ? ' or ' : ' and ', $groups)." of the {$choice->scope->value}";
    }

    private static function about(): string
    {
        return (string) file_get_contents(resource_path('docs/recipes-about.md'));
    }

    private static function rules(): string
    {
        return (string) file_get_contents(resource_path('docs/recipes-rules.md'));
    }
}
