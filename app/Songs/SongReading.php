<?php

declare(strict_types=1);

namespace App\Songs;

use App\Lines\KnownLines;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\Standing;
use App\Songs\Store\SongStore;
use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Advice\KeyGuess;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Conditions\Selecting;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Lines\Speech\Speaker;
use Jactonic\Core\Lines\Speech\Understood;
use Jactonic\Core\Recipes\NoteChoice;
use Jactonic\Core\Song\OpenSong;

/** What is asked about the open notes of a song, without changing them. */
final readonly class SongReading
{
    public function __construct(
        private SongStore $store,
        private KnownLines $lines,
    ) {
    }

    /** How the notes lie around the grids; all of them where none is selected. */
    public function advice(int $song, Standing $standing, Selection $selection, ContextInput $input): Advice
    {
        [$open, $context] = $this->look($song, $standing, $selection, $input);

        return Advice::on($open->notes, $selection, $context);
    }

    /**
     * @return list<array{key: string, inside: int}> the keys the notes may be in, the likeliest first; all of them
     *     where none is selected
     */
    public function keys(int $song, Standing $standing, Selection $selection, ContextInput $input): array
    {
        [$open] = $this->look($song, $standing, $selection, $input);
        $places = $selection->positions($open->notes);

        return array_map(
            static fn (KeyGuess $guess): array => ['key' => (string) $guess->key, 'inside' => $guess->inside],
            KeyGuess::of($places === [] ? $open->notes : $open->notes->at($places)),
        );
    }

    /** @param  Selection  $selected  what is, for a condition that asks for it */
    public function choose(
        int $song, Standing $standing, Conditions $where, Selection $selected, ContextInput $input,
    ): Selection {
        [$open, $context] = $this->look($song, $standing, $selected, $input);

        return $where->choose($open->notes, $context, $selected);
    }

    /**
     * What somebody says who stands there.
     *
     * @param  Selection|null  $selection  null for all open notes
     */
    public function say(
        int $song, Standing $standing, string $text, ?Selection $selection, ContextInput $input,
    ): Understood {
        $stored = $this->store->whole($song, $standing->open);
        $open = OpenSong::of($stored->song, $standing->open, $standing->front);
        $selection ??= Selection::all($open->notes);
        $speaker = Speaker::in(
            $stored->song, $standing->open, $standing->front, count($selection->positions($open->notes)),
            $input->for($open, $selection),
        );

        return $this->lines->speech()->understand($text, $speaker);
    }

    public function select(
        int $song, Standing $standing, Selecting $what, Selection $selection, ContextInput $input,
    ): Selection {
        [$open, $context] = $this->look($song, $standing, $selection, $input);

        return $what->among($open->notes, $selection, $context);
    }

    public function match(
        int $song,
        Standing $standing,
        NoteChoice $choice,
        Selection $selection,
        ContextInput $input,
    ): Selection {
        [$open, $context] = $this->look($song, $standing, $selection, $input);

        return $choice->choose($open->notes, $selection, $context);
    }

    /** @return array{OpenSong, Context} */
    private function look(int $song, Standing $standing, Selection $selection, ContextInput $input): array
    {
        $open = OpenSong::of($this->store->clips($song, $standing->open)->song, $standing->open, $standing->front);

        return [$open, $input->for($open, $selection)];
    }
}
