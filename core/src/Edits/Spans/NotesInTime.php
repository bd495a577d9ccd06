<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Spans;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\TickRange;

/**
 * Notes as spans in time.
 *
 * @implements Spanning<Change>
 */
final readonly class NotesInTime implements Spanning
{
    public function __construct(
        private Notes $notes,
        private Selection $selection,
        private Context $context,
    ) {
    }

    /**
     * What of notes and points is selected.
     *
     * @return Spanning<Change>
     */
    public static function orPoints(Notes $notes, Selection $selection, Context $context, bool $takesPoints): Spanning
    {
        $points = $takesPoints ? PointsInTime::chosen($selection, $context->points) : [];
        $ofNotes = new self($notes, $selection, $context);
        if ($points === []) {
            return $ofNotes;
        }
        $ofPoints = new PointsInTime($context->points, $points, $selection, $context, $notes->nextId);

        return $selection->positions($notes) === [] ? $ofPoints : new NotesAndPoints($ofNotes, $ofPoints, $selection);
    }

    public function spans(): Spans
    {
        $notes = $this->notes;
        $clips = $this->context->clips;

        return new Spans(
            Noun::Note, $this->selection->positions($notes),
            $notes->start, $notes->length, $notes->playedStart, $notes->playedEnd, $notes->looseStart, $notes->muted,
            $notes->group,
            max(0, Draft::MOST_NOTES - $notes->count()),
            0,
            static fn (array $places): array => $clips->byTrack($places, $notes->clip),
            static fn (int $i): string => "{$clips->trackOf(
                $notes->clip[$i],
            )} {$notes->channel[$i]} {$notes->pitch[$i]}",
            static fn (int $i): ?TickRange => $clips->rounds[$notes->clip[$i]] ?? null,
        );
    }

    public function changed(Spans $spans, Said $said): Change
    {
        $draft = new Draft($this->notes);
        [
            $draft->start, $draft->length, $draft->playedStart, $draft->playedEnd,
        ] = [$spans->start, $spans->length, $spans->playedStart, $spans->playedEnd];
        [$draft->looseStart, $draft->muted, $draft->group] = [$spans->looseStart, $spans->muted, $spans->group];
        foreach ($spans->removed as $i => $_) {
            $draft->remove($i);
        }
        $copies = [];
        foreach ($spans->copies as $round) {
            $draft->beginCopies();
            foreach ($round as [$i, $values]) {
                $copies[] = $draft->copy($i, $values);
            }
        }

        return $draft->change(
            $copies === [] ? $this->selection : Selection::of($copies), $said,
        )->movingRange($spans->range)->letting($spans->curves);
    }
}
