<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Shelf\ShelfFile;
use Jactonic\Core\Shelf\ShelfItem;

/**
 * A phrase on the shelf: the MIDI file that it is, and beside it what a list of them shows.
 *
 * @property int $id
 * @property int $revision counts changes of it
 * @property string $name
 * @property list<string> $tags
 * @property float $tempo
 * @property string $key
 * @property string $voice
 * @property int $ppq
 * @property int $length
 * @property int $notes
 * @property string $file
 */
final class KeptPhrase extends Record
{
    /** What a list shows: all but the file. */
    public const HEAD = ['id', 'revision', 'name', 'tags', 'tempo', 'key', 'voice', 'ppq', 'length', 'notes'];

    protected $table = 'phrases';

    /** @var list<string> */
    protected $fillable = ['revision', 'name', 'tags', 'tempo', 'key', 'voice', 'ppq', 'length', 'notes', 'file'];

    /** @var array<string, string> */
    protected $casts = ['tags' => 'array'];

    public function item(): ShelfItem
    {
        return ShelfFile::read($this->file, $this->name)[0];
    }

    public static function add(ShelfItem $item): self
    {
        return self::query()->create(self::columns($item));
    }

    public function replace(ShelfItem $item): void
    {
        $this->update(['revision' => $this->revision + 1] + self::columns($item));
    }

    /** @return array<string, mixed> */
    private static function columns(ShelfItem $item): array
    {
        return [
            'name' => $item->name, 'tags' => $item->tags, 'tempo' => $item->tempo, 'key' => (string) $item->key,
            'voice' => $item->voice->value,
            'ppq' => $item->ppq, 'length' => $item->length, 'notes' => $item->notes->count(),
            'file' => ShelfFile::write($item),
        ];
    }
}
