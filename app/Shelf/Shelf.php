<?php

declare(strict_types=1);

namespace App\Shelf;

use App\ChangedElsewhere;
use App\Data\Writing;
use App\Models\KeptPhrase;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Shelf\ShelfFile;
use Jactonic\Core\Shelf\ShelfItem;
use Jactonic\Core\Smf\Text;

/** The phrases that are kept for later: listed, kept, renamed, taken in and out as MIDI files. */
final readonly class Shelf
{
    private const MOST = 2_000;

    public function __construct(private Writing $writing)
    {
    }

    /** @return list<array<string, mixed>> by their names */
    public static function all(): array
    {
        /** @var list<KeptPhrase> $kept */
        $kept = KeptPhrase::query()->select(KeptPhrase::HEAD)->orderBy('name')->get()->all();

        return array_map(static fn (KeptPhrase $phrase): array => [
            'id' => $phrase->id, 'revision' => $phrase->revision, 'name' => Text::readable($phrase->name),
            'tags' => $phrase->tags, 'tempo' => $phrase->tempo, 'key' => $phrase->key, 'voice' => $phrase->voice,
            'quarters' => $phrase->length / $phrase->ppq, 'notes' => $phrase->notes,
        ], $kept);
    }

    /**
     * Keeps a phrase under a name that no other one has.
     *
     * @throws BadInput where the name is taken, or there is no room
     */
    public function keep(ShelfItem $item): int
    {
        return $this->writing->together(static function () use ($item): int {
            self::refuseTaken($item->name, 0);
            self::refuseFull(1);

            return KeptPhrase::add($item)->id;
        });
    }

    /**
     * @param  array<array-key, mixed>  $tags
     * @param  int|null  $seen  the revision that the change began from; null where it is not compared
     *
     * @throws ChangedElsewhere where another window changed it first
     * @throws BadInput where the name is taken
     */
    public function rename(int $id, string $name, array $tags, ?int $seen = null): void
    {
        $this->writing->together(static function () use ($id, $name, $tags, $seen): void {
            $kept = KeptPhrase::query()->findOrFail($id);
            if ($seen !== null && $seen !== $kept->revision) {
                throw new ChangedElsewhere(
                    "“{$kept->name}” was changed in another window. Its present state is shown.",
                    static fn (): array => ['phrases' => self::all()],
                );
            }
            $item = $kept->item()->called($name, $tags);
            self::refuseTaken($item->name, $id);
            $kept->replace($item);
        });
    }

    /**
     * What files hold, each track with notes as a phrase of its own.
     *
     * @param  list<array{name: string, bytes: string}>  $files
     * @return array{items: list<ShelfItem>, problems: array<int, string>} what could not be read, and why, by the place
     *     of the file
     */
    public static function read(array $files): array
    {
        $items = $problems = [];
        foreach ($files as $k => ['name' => $name, 'bytes' => $bytes]) {
            try {
                array_push($items, ...ShelfFile::read($bytes, $name));
            } catch (BadInput|NotMidi $error) {
                $problems[$k] = "{$name}: {$error->getMessage()}";
            }
        }

        return ['items' => $items, 'problems' => $problems];
    }

    /**
     * Takes phrases in; a name that is taken gets a number.
     *
     * @param  list<ShelfItem>  $items
     *
     * @throws BadInput where there is no room for them
     */
    public function takeIn(array $items): void
    {
        $this->writing->together(static function () use ($items): void {
            self::refuseFull(count($items));
            /** @var array<string, int> $taken */
            $taken = KeptPhrase::query()->pluck('id', 'name')->all();
            $last = [];
            foreach ($items as $item) {
                $free = $item->name;
                while (isset($taken[$free])) {
                    $last[$item->name] = ($last[$item->name] ?? 1) + 1;
                    $free = mb_substr($item->name, 0, ShelfItem::LONGEST_NAME - 5)." {$last[$item->name]}";
                }
                $taken[$free] = KeptPhrase::add($item->called($free, $item->tags))->id;
            }
        });
    }

    /** @throws BadInput */
    private static function refuseTaken(string $name, int $but): void
    {
        if (KeptPhrase::query()->where('name', $name)->where('id', '!=', $but)->exists()) {
            throw new BadInput("“{$name}” lies on the shelf already; take another name.");
        }
    }

    /** @throws BadInput */
    private static function refuseFull(int $more): void
    {
        if (KeptPhrase::query()->count() + $more > self::MOST) {
            throw new BadInput('The shelf has room for '.number_format(self::MOST).' phrases; take some away first.');
        }
    }
}
