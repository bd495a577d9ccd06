<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Song\Track;

/**
 * @property int $id
 * @property int $song_id
 * @property int $place
 * @property int|null $home
 * @property string $name
 * @property int $colour
 * @property string $voice
 * @property int $channel
 * @property int $volume
 * @property int $pan
 * @property int $muted
 * @property int $solo
 * @property int $transposition
 * @property string $rest
 * @property string $rows
 * @property string $techniques
 * @property string $instrument
 * @property int $reverb
 * @property int $chorus
 */
final class TrackRecord extends Record
{
    protected $table = 'tracks';

    public function track(): Track
    {
        return Track::fromArray($this->getAttributes());
    }
}
