<?php

declare(strict_types=1);

namespace App\Songs;

use App\Data\Writing;
use Illuminate\Support\Facades\DB;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;

/** Selections of a song that have a name. They are no part of its history: what is chosen changes nothing. */
final readonly class KeptSelections
{
    public const MOST = 100;

    public const LONGEST_NAME = 60;

    public function __construct(private Writing $writing)
    {
    }

    /** @return array<string, list<int>> the ids of their notes by name, in the order they were kept */
    public function all(int $song): array
    {
        $kept = [];
        foreach (DB::table('selections')->where('song_id', $song)->orderBy('id')->pluck('notes', 'name') as $name => $notes) {
            $ids = is_string($notes) ? json_decode($notes, true) : null;
            $kept[(string) $name] = is_array($ids) ? array_values(array_filter($ids, is_int(...))) : [];
        }

        return $kept;
    }

    /**
     * Keeps a selection in the place of one with its name; an empty one takes the name away.
     *
     * @return array<string, list<int>> all of them
     *
     * @throws BadInput where the name is none, or there are too many
     */
    public function keep(int $song, string $name, Selection $selection): array
    {
        $name = trim($name);
        if ($name === '' || mb_strlen($name) > self::LONGEST_NAME) {
            throw new BadInput('A kept selection has a name of 1 to '.self::LONGEST_NAME.' characters.');
        }

        return $this->writing->together(function () use ($song, $name, $selection): array {
            $known = $this->all($song);
            if ($selection->ids === []) {
                DB::table('selections')->where(['song_id' => $song, 'name' => $name])->delete();
            } elseif (! isset($known[$name]) && count($known) >= self::MOST) {
                throw new BadInput('A song keeps at most '.self::MOST.' selections; take one away first.');
            } else {
                DB::table('selections')->updateOrInsert(['song_id' => $song, 'name' => $name], ['notes' => json_encode($selection->ids, JSON_THROW_ON_ERROR)]);
            }

            return $this->all($song);
        });
    }
}
