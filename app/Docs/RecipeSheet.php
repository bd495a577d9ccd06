<?php

declare(strict_types=1);

namespace App\Docs;

// phpcs:disable Generic.Files.LineLength -- the prose of a document stands here as it is read: a paragraph is a line.

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
        return <<<'TEXT'
        # Recipes and rules

        The first two parts are written by hand in `app/Docs/RecipeSheet
            .php`, the list is made from `resources/recipes/shipped.json`, by `php artisan docs:write`.

        A **recipe** is a name and lines, run in a row as one step: one undo takes all of it back, and an error in a line undoes the lines before it and says which one it was.
        Beside edits its lines may be:

        | line | does |
        |---|---|
        | `grid value=1/8t`, `grid-step to=finer`, `grid-kind to=triplet`, `swing to=56` | changes the grid for the lines after it, and afterwards, unless the recipe puts it back |
        | `choose where="velocity=..40"`, `select what=all`, `select what=chord` | chooses the notes the lines after it work on, by conditions or by what is selected; [edits.md](edits.md) has all of them |
        | `recipe name="Clean take"` | runs another recipe; none may run itself, however deep |
        | any command of the view, such as `zoom-to what=selection` | is done by the screen when the notes are done |

        On the bench, under **Recipes**: type the lines,
        with completion by Tab; or record what you do until you stop; or take steps from the history: mark one with <kbd>=</kbd>,
        walk to another, and make what lies between a recipe. A key is set in the same form
            . They are kept in folders, copied, put in order, and taken out and in as files.
        Every recipe is found in the palette by its name.

        *Run on several tracks* runs it on all notes of the chosen tracks: on all of them or, where one cannot, on none. A recipe can be marked to leave drum tracks out.

        Without the screen: `php artisan song:edit in.mid out.mid --recipe=jactonic.recipes.json`
            . Drums are tracks on channel 10, and those that are called so.

        TEXT;
    }

    private static function rules(): string
    {
        return <<<'TEXT'

        ## Rules

        A **rule** is a recipe that also says on which notes: conditions in groups, joined by all or any, from the selection, the range or the clip. While they are set, the notes that match
        are framed on the roll and counted. The conditions are `%s`; [edits.md](edits.md) says what each takes.

        ## As a file

        ```json
        {"jactonic": "recipes", "version": 1, "recipes": [
          {"name": "Ghost touches out", "lines": ["delete"], "help": "…", "folder": "Cleaning up",
           "choice": {"scope": "clip", "join": "all", "groups": [{"join": "all", "conditions": ["velocity=..20", "length=..1/64"]}]},
           "keepsGrid": false, "leavesDrums": false}
        ]}
        ```

        An import adds and never replaces: a name that is taken gets a number
            . What cannot be understood is listed and left out.

        TEXT;
    }
}
