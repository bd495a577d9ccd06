<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Models\KeptPhrase;
use Illuminate\Database\Connection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\NotMidi;
use Jactonic\Core\Shelf\ShelfFile;
use Jactonic\Core\Shelf\ShelfItem;

/** The phrases that are kept for later: listed, kept, renamed, taken in and out as MIDI files. */
final readonly class Shelf
{
    private const MOST = 2_000;

    public function __construct(private Connection $database)
    {
    }

    /** @return list<array<string, mixed>> by their names */
    public static function all(): array
    {
        /** @var list<KeptPhrase> $kept */
        $kept = KeptPhrase::query()->select(KeptPhrase::HEAD)->orderBy('name')->get()->all();

        return array_map(static fn (KeptPhrase $phrase): array => [
            'id' => $phrase->id, 'name' => $phrase->name, 'tags' => $phrase->tags, 'tempo' => $phrase->tempo, 'key' => $phrase->key, 'voice' => $phrase->voice,
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
        return $this->database->transaction(static function () use ($item): int {
            self::refuseTaken($item->name, 0);
            self::refuseFull(1);

            return KeptPhrase::add($item)->id;
        });
    }

    /**
     * @param  array<array-key, mixed>  $tags
     *
     * @throws BadInput where the name is taken
     */
    public function rename(int $id, string $name, array $tags): void
    {
        $this->database->transaction(static function () use ($id, $name, $tags): void {
            $kept = KeptPhrase::query()->findOrFail($id);
            $item = $kept->item()->called($name, $tags);
            self::refuseTaken($item->name, $id);
            $kept->replace($item);
        });
    }

    /**
     * Takes files in, each track with notes as a phrase of its own; a name that is taken gets a number.
     *
     * @param  list<array{name: string, bytes: string}>  $files
     * @return list<string> what could not be read, and why
     *
     * @throws BadInput where there is no room for them
     */
    public function import(array $files): array
    {
        $items = $problems = [];
        foreach ($files as ['name' => $name, 'bytes' => $bytes]) {
            try {
                $items = [...$items, ...ShelfFile::read($bytes, $name)];
            } catch (BadInput|NotMidi $error) {
                $problems[] = "{$name}: {$error->getMessage()}";
            }
        }
        $this->database->transaction(static function () use ($items): void {
            self::refuseFull(count($items));
            foreach ($items as $item) {
                KeptPhrase::add($item->called(self::free($item->name), $item->tags));
            }
        });

        return $problems;
    }

    private static function free(string $name): string
    {
        for ($number = 2, $free = $name; KeptPhrase::query()->where('name', $free)->exists(); $number++) {
            $free = mb_substr($name, 0, ShelfItem::LONGEST_NAME - 5)." {$number}";
        }

        return $free;
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
