<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Content\Packing\PackedTable;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;

/**
 * @property int $id
 * @property int $track_id
 * @property int $start
 * @property int $length
 * @property int $offset
 * @property int $loop
 * @property string $name
 * @property int $muted
 * @property int $revision counts changes of it and of what lies in it
 * @property string $notes packed
 * @property string|null $points packed
 */
final class ClipRecord extends Record
{
    /** What says where it lies, without what lies in it. */
    public const HEAD = [
        'clips.id', 'track_id', 'start', 'length', 'offset', 'loop', 'clips.name', 'clips.muted', 'clips.colour',
        'clips.group', 'clips.grown', 'clips.revision',
    ];

    protected $table = 'clips';

    /**
     * A clip of a row as it was read: of thousands of them, models are dear.
     *
     * @param  array<string, mixed>  $row
     */
    public static function clipOf(array $row): Clip
    {
        return Clip::fromArray(['track' => $row['track_id'] ?? null] + $row);
    }

    /**
     * What lies in a clip of a row as it was read.
     *
     * @param  array<array-key, mixed>  $row
     */
    public static function contentOf(array $row): ClipContent
    {
        [$notes, $points] = [$row['notes'] ?? '', $row['points'] ?? ''];

        return new ClipContent(
            PackedTable::notes(is_string($notes) ? $notes : ''),
            is_string($points) && $points !== '' ? PackedTable::points($points) : Points::none(),
        );
    }

    public function clip(): Clip
    {
        /** @var array<string, mixed> $row */
        $row = $this->getAttributes();

        return self::clipOf($row);
    }

    public function content(): ClipContent
    {
        return self::contentOf($this->getAttributes());
    }
}
