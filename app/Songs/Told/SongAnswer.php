<?php

declare(strict_types=1);

namespace App\Songs\Told;

use App\Models\Clipboard;
use App\Models\KnownRequest;
use App\Songs\Asked\Standing;
use App\Songs\Store\InHistory;
use App\Songs\Store\StoredSong;
use Closure;
use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Content\TableChange;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Recipes\State;
use Jactonic\Core\Song\ContentChange;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Song\SongChange;

/** A song after a change, as it goes to the browser: only what changed, and where tracks or clips changed those. */
final readonly class SongAnswer
{
    /**
     * @param  array<int, int>  $revisions  the new ones, by clip
     * @param  list<ContentChange>|null  $contents  what became of the open notes and points, in song time; null where
     *     they are sent whole
     * @param  OpenSong  $after  what is open then
     * @param  Song|null  $song  the song where tracks, clips or conductor changed
     * @param  list<int>  $elsewhere  tracks that sound otherwise without being open
     * @param  Selection|null  $selection  null where it stays as it was sent
     * @param  array<string, mixed>  $handed  what lines left for the screen
     * @param  list<int>|null  $chosen  where other clips than those shown were worked on, which are chosen then
     * @param  list<int>  $same  tracks that stayed as they were, with all their clips
     * @param  int|null  $seen  the revision of the song that whoever asked had seen
     */
    private function __construct(
        private StoredSong $stored,
        private array $revisions,
        private ?array $contents,
        private OpenSong $after,
        private ?Song $song,
        private array $elsewhere,
        private ?Selection $selection,
        private string $message,
        private InHistory $history,
        private ?Phrase $clipboard = null,
        private array $handed = [],
        private ?array $chosen = null,
        private array $same = [],
        private ?int $seen = null,
    ) {
    }

    /**
     * @param  Selection|null  $before  null where what is selected in the window is left alone
     */
    public static function nothing(
        StoredSong $stored, OpenSong $open, State $state, ?Selection $before, InHistory $history,
    ): self {
        return new self(
            $stored, [], [], $open, null, [], $before === null ? null : self::told($state->selection, $before),
            (string) $state->said, $history, $state->clipboard,
        );
    }

    /**
     * After lines were run.
     *
     * @param  array<int, int>  $revisions
     */
    public static function done(
        StoredSong $stored, OpenSong $open, Song $after, State $state, SongChange $change, Selection $before,
        array $revisions, InHistory $history,
    ): self {
        $plain = $state->before->isNothing() && $state->change !== null && $open->tells($change, $after);

        return new self(
            $stored, $revisions, $plain ? [self::content($state->change)] : null, $plain ? $open : $state->settled(),
            $change->touchesArrangement() ? $after : null,
            $plain ? [] : TracksChanged::elsewhere($change, $stored->song, $after, $state->song->open),
            self::told($state->selection, $before), (string) $state->said, $history, $state->clipboard,
            same: TracksChanged::same($change, $stored->song, $after),
        );
    }

    /** What lines would do, with the history as it is. */
    public static function preview(StoredSong $stored, OpenSong $open, State $state, Selection $before): self
    {
        $plain = $state->before->isNothing() && $open->tells($state->change(), $state->settled()->song);

        return new self(
            $stored, [], $plain ? ($state->change === null ? [] : [self::content($state->change)]) : null,
            $plain ? $open : $state->settled(),
            null, [], self::told($state->selection, $before), (string) $state->said, InHistory::untold(),
            $state->clipboard,
        );
    }

    /**
     * After steps were taken back or done again.
     *
     * @param  array<int, int>  $revisions
     * @param  OpenSong|null  $then  what is open then, where clips came or went; null for what is left of it
     */
    public static function walked(
        StoredSong $stored, OpenSong $open, Song $after, SongChange $change, ?Selection $selection, string $message,
        array $revisions, InHistory $history, ?OpenSong $then = null,
    ): self {
        $isMoved = array_intersect_key(
            $change->clips, array_flip($open->open),
        ) !== [] || ! $open->tells($change, $after);
        $contents = [];
        foreach ($isMoved ? [] : $open->open as $clip) {
            $content = $change->contents[$clip] ?? null;
            if ($content !== null) {
                $contents[] = new ContentChange(
                    $open->changeInSong($clip, $content->notes),
                    $content->points === null ? null : $open->changeInSong($clip, $content->points),
                );
            }
        }
        $then = match (true) {
            ! $isMoved => $open,
            default => $then ?? OpenSong::of($after, $after->openable($open->open), $open->front),
        };

        return new self(
            $stored, $revisions, $isMoved ? null : $contents, $then, $change->touchesArrangement() ? $after : null,
            TracksChanged::elsewhere($change, $stored->song, $after, $then->open), $selection, $message, $history,
            same: TracksChanged::same($change, $stored->song, $after),
        );
    }

    /**
     * After lines were run on other clips than the window shows: what became of those that it shows.
     *
     * @param  array<int, int>  $revisions
     */
    public static function beside(
        StoredSong $stored, Standing $standing, Song $after, State $state, SongChange $change, array $revisions,
        InHistory $history,
    ): self {
        $shown = OpenSong::of($stored->song, $stored->song->openable($standing->shown()), $standing->shownFront());

        return self::walked($stored, $shown, $after, $change, null, (string) $state->said, $revisions, $history)
            ->with(clipboard: $state->clipboard, chosen: $state->settled()->open);
    }

    /** What lines would do to other clips than the window shows, with what would become of those it shows. */
    public static function previewBeside(
        StoredSong $stored, Standing $standing, SongChange $change, string $message,
    ): self {
        $shown = OpenSong::of($stored->song, $stored->song->openable($standing->shown()), $standing->shownFront());

        return self::walked(
            $stored, $shown, $change->applyTo($stored->song), $change, null, $message, [], InHistory::untold(),
        );
    }

    /**
     * What lines would do in the place of the step the song stands at, and how it was before that.
     *
     * @param  SongChange  $back  what takes the step back
     */
    public static function previewInstead(
        StoredSong $stored, Standing $standing, SongChange $change, SongChange $back, string $message,
    ): self {
        return self::previewBeside($stored, $standing, $change, $message)
            ->with(handed: ['before' => self::previewBeside($stored, $standing, $back, '')->toArray()]);
    }

    /**
     * The same with how the song would be beside the open clips.
     *
     * @param  array<string, mixed>|null  $song  null where tracks, clips and conductor are as they were
     * @param  list<array<string, mixed>>  $sounding
     */
    public function hearing(?array $song, array $sounding): self
    {
        return $this->with(handed: [...$this->handed, 'song' => $song, 'sounding' => $sounding]);
    }

    /** Told again to a page that may have missed the first answer: the song as it is now, with what was said then. */
    public static function again(StoredSong $stored, OpenSong $open, KnownRequest $known, InHistory $history): self
    {
        /** @var array{message: string, selection: list<int>|null, handed: array<string, mixed>, copied: bool} $told */
        $told = $known->answer;
        ['message' => $message, 'selection' => $selection, 'handed' => $handed, 'copied' => $copied] = $told;

        return new self(
            $stored, [], null, $open, $stored->song, array_keys($stored->song->tracks),
            $selection === null ? null : Selection::of($selection),
            $message, $history, $copied ? Clipboard::current() : null, $handed,
        );
    }

    /**
     * What of it the song does not tell, to be told again.
     *
     * @return array<string, mixed>
     */
    public function kept(): array
    {
        return [
            'message' => $this->message, 'selection' => $this->selection?->ids, 'handed' => $this->handed,
            'copied' => $this->clipboard !== null,
        ];
    }

    /** The same with what the lines left beside the notes: another grid or range, and what is the screen's to do. */
    public function handing(State $state, Context $before): self
    {
        [$grid, $range] = [$state->context->time->grid, $state->context->range];
        $handed = ($grid === $before->time->grid ? [] : ['grid' => (string) $grid, 'swing' => $grid->swing])
            + ($range === null || $range === $before->range ? [] : ['range' => [$range->from, $range->to]])
            + ($state->forTheScreen === [] ? [] : ['screen' => $state->forTheScreen]);

        return $handed === [] ? $this : $this->with(handed: $handed);
    }

    /**
     * The same to somebody who had seen the song at a revision; null where that is not known. Where another window
     * changed tracks or clips since, all of the song is told: whoever takes in a revision has to know what it is of.
     *
     * @param  Closure(): StoredSong  $whole  reads all tracks and clips
     */
    public function toOneWhoSaw(?int $revision, Closure $whole): self
    {
        $isBehind = $revision !== null && $this->song === null && $revision !== $this->stored->record->revision;
        $stored = $isBehind ? $whole() : $this->stored;

        return $this->with(seen: $revision, stored: $stored, song: $isBehind ? $stored->song : $this->song);
    }

    /**
     * @param  array<string, mixed>|null  $handed
     * @param  list<int>|null  $chosen
     */
    private function with(
        ?Phrase $clipboard = null, ?array $handed = null, ?array $chosen = null, ?int $seen = null,
        ?StoredSong $stored = null, ?Song $song = null,
    ): self {
        return new self(
            $stored ?? $this->stored, $this->revisions, $this->contents, $this->after, $song ?? $this->song,
            $this->elsewhere,
            $this->selection, $this->message,
            $this->history, $clipboard ?? $this->clipboard, $handed ?? $this->handed, $chosen ?? $this->chosen,
            $this->same, $seen ?? $this->seen,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $revisions = $this->revisions + $this->stored->revisions;

        return $this->handed + [
            'revision' => $this->stored->record->revision,
            'revisions' => (object) $this->revisions,
            'lengths' => (object) array_map(
                fn (int $clip): int => $this->clipEnd($clip),
                array_combine(array_keys($this->revisions), array_keys($this->revisions)),
            ),
            'notes' => $this->contents === null ? null : array_map(
                static fn (ContentChange $content): array => ChangedColumns::of($content->notes), $this->contents,
            ),
            'points' => $this->contents === null ? null : array_map(
                ChangedColumns::of(...),
                array_values(array_filter(array_map(
                    static fn (ContentChange $content): ?TableChange => $content->points, $this->contents,
                ))),
            ),
            'open' => $this->contents === null ? SongView::openPart($this->after, $revisions) : null,
            'song' => $this->song === null ? null : SongView::head(
                $this->stored->record, $this->song, $revisions,
                // Who saw the song as it was just before knows what stayed.
                $this->seen === $this->stored->record->revision - 1 ? $this->same : [],
            ),
            'elsewhere' => $this->elsewhere,
            'selection' => $this->selection?->ids,
            'chosen' => $this->chosen,
            'message' => $this->message,
            'history' => $this->history->toArray(),
            'clipboard' => $this->clipboard?->toArray(),
        ];
    }

    private function clipEnd(int $clip): int
    {
        return ($this->song ?? $this->after->song)->clips[$clip]->length ?? 0;
    }

    private static function told(Selection $after, Selection $before): ?Selection
    {
        return $after->ids === $before->ids ? null : $after;
    }

    private static function content(Change $change): ContentChange
    {
        return new ContentChange($change->notes, $change->points);
    }
}
