<?php

declare(strict_types=1);

namespace App\Songs\Store;

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

    /** @return array<string, int> how many notes each has, by name, in the order they were kept */
    public function counts(int $song): array
    {
        $counts = [];
        $count = "length(notes) - length(replace(notes, ',', '')) + 1";
        foreach (
            DB::table('selections')
                ->where('song_id', $song)
                ->orderBy('id')
                ->selectRaw("name, {$count} as notes")
                ->pluck('notes', 'name') as $name => $notes
        ) {
            $counts[(string) $name] = is_numeric($notes) ? (int) $notes : 0;
        }

        return $counts;
    }

    /**
     * @return list<int> the ids of its notes
     *
     * @throws BadInput where none has that name
     */
    public function find(int $song, string $name): array
    {
        $notes = DB::table('selections')->where(['song_id' => $song, 'name' => $name])->value('notes');
        $ids = is_string($notes) ? json_decode($notes, true) : throw new BadInput("No selection is kept as “{$name}”.");

        return is_array($ids) ? array_values(array_filter($ids, is_int(...))) : [];
    }

    /**
     * Keeps a selection in the place of one with its name; an empty one takes the name away.
     *
     * @return array<string, int> all of them, as `counts()` gives them
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
            $known = $this->counts($song);
            if ($selection->ids === []) {
                DB::table('selections')->where(['song_id' => $song, 'name' => $name])->delete();
            } elseif (! isset($known[$name]) && count($known) >= self::MOST) {
                throw new BadInput('A song keeps at most '.self::MOST.' selections; take one away first.');
            } else {
                DB::table('selections')->updateOrInsert(
                    ['song_id' => $song, 'name' => $name],
                    ['notes' => json_encode($selection->ids, JSON_THROW_ON_ERROR)],
                );
            }

            return $this->counts($song);
        });
    }
}
