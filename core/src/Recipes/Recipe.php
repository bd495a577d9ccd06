<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\EarlierLines;

/** Lines with a name, run in a row as one step; a rule where it also says on which notes. */
final readonly class Recipe
{
    private const MOST_LINES = 50;

    public const LONGEST_NAME = 80;

    private const LONGEST_HELP = 300;

    /**
     * @param  non-empty-list<string>  $lines
     * @param  string  $help  what it does, in a sentence
     * @param  string  $folder  where it is kept; '' outside of all folders
     * @param  NoteChoice|null  $choice  the notes a rule works on; null where it takes the selection as it is
     * @param  bool  $keepsGrid  whether the grid is put back at the end
     * @param  bool  $leavesDrums  whether drum tracks are left out where it runs on several tracks
     * @param  bool  $keepsSelection  whether what was selected, and open, is so again at the end
     */
    private function __construct(
        public string $name,
        public array $lines,
        public string $help,
        public string $folder,
        public ?NoteChoice $choice,
        public bool $keepsGrid,
        public bool $leavesDrums,
        public bool $keepsSelection,
    ) {
    }

    /**
     * @param  mixed  $value  as `toArray()` gives it
     *
     * @throws BadInput saying what is wrong
     */
    public static function fromArray(mixed $value): self
    {
        $value = is_array($value) ? $value : [];
        $name = is_string($value['name'] ?? null) ? trim($value['name']) : '';
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME || str_contains($name, '"')) {
            throw new BadInput('A recipe has a name of 1 to '.self::LONGEST_NAME.' characters, without quotes.');
        }
        $given = $value['lines'] ?? null;
        $lines = array_values(array_filter(array_map(
            static fn (mixed $line): string => is_string($line) ? EarlierLines::today(trim($line)) : throw new BadInput(
                "{$name}: lines are text, such as quantize grid=1/16.",
            ),
            is_array($given) ? $given : [],
        ), static fn (string $line): bool => $line !== ''));
        if ($lines === [] || count($lines) > self::MOST_LINES) {
            throw new BadInput("{$name}: a recipe has 1 to ".self::MOST_LINES.' lines, such as quantize grid=1/16.');
        }
        [$help, $folder] = [$value['help'] ?? '', $value['folder'] ?? ''];
        if (
            ! is_string($help)
            || mb_strlen($help) > self::LONGEST_HELP
            || ! is_string($folder)
            || mb_strlen($folder) > self::LONGEST_NAME
        ) {
            throw new BadInput(
                "{$name}: help takes at most ".self::LONGEST_HELP.' characters, folder at most '.self::LONGEST_NAME.'.',
            );
        }

        return new self(
            $name, $lines, trim($help), trim($folder),
            isset($value['choice']) ? NoteChoice::fromArray($value['choice']) : null,
            ($value['keepsGrid'] ?? false) === true, ($value['leavesDrums'] ?? false) === true,
            ($value['keepsSelection'] ?? false) === true,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'lines' => $this->lines, 'help' => $this->help, 'folder' => $this->folder,
            'choice' => $this->choice?->toArray(), 'keepsGrid' => $this->keepsGrid, 'leavesDrums' => $this->leavesDrums,
            'keepsSelection' => $this->keepsSelection,
        ];
    }
}
