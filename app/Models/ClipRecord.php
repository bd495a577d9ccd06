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

    public function clip(): Clip
    {
        return Clip::fromArray(['track' => $this->track_id] + $this->getAttributes());
    }

    /** The notes as they are stored; '' where they were not asked for. */
    public function packedNotes(): string
    {
        $notes = $this->getAttributes()['notes'] ?? null;

        return is_string($notes) ? $notes : '';
    }

    public function content(): ClipContent
    {
        return new ClipContent(
            PackedTable::notes($this->notes),
            $this->points === null || $this->points === '' ? Points::none() : PackedTable::points($this->points),
        );
    }
}
