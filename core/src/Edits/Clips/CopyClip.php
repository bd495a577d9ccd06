<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Clips;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Content\Piece;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Edits\SongResult;
use Jactonic\Core\Edits\Subject;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\ClipContent;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Song\Song;

/**
 * Takes the chosen clips, or the one in front, to the clipboard, as they are seen: what lies outside of them stays
 * behind.
 */
final readonly class CopyClip implements SongEdit
{
    public function declaration(): Declaration
    {
        return new Declaration(
            'clip-copy',
            'Copy clips',
            Group::Clips,
            'Takes the chosen clips, or the one in front, to the clipboard, to be pasted on any track, in any song or '
                .'window.',
            [Parameter::onOff('cut', 'On takes them out of the song.', default: false)],
            subject: Subject::Clip,
            synonyms: ['clipboard', 'take clip', 'cut clip'],
            uses: ['clip-copy cut=on' => 'Cut the clips'],
        );
    }

    public function apply(OpenSong $open, Selection $selection, Context $context, Parameters $parameters): SongResult
    {
        $clips = ChosenClips::of($open, $context);
        $phrase = self::phrase($open->song, $clips);
        if (! $parameters->isOn('cut')) {
            return SongResult::of($open, $open->song, Said::did(count($clips), Noun::Clip, 'copied'))->taking($phrase);
        }
        $song = $open->song;
        foreach ($clips as $clip) {
            $song = $song->withoutClip($clip->id);
        }
        if ($song->clips === []) {
            throw new EditRefused('These are all clips of the song; a song has at least one.');
        }

        return SongResult::of($open, $song, Said::did(count($clips), Noun::Clip, 'cut'))->taking($phrase);
    }

    /** @param  non-empty-list<Clip>  $clips */
    private static function phrase(Song $song, array $clips): Phrase
    {
        $rows = array_flip(array_keys($song->tracks));
        $pieces = $parts = [];
        $inPiece = static fn (Notes|Points $table, int $k): array => ['clip' => array_fill(0, $table->count(), $k)];
        foreach ($clips as $k => $clip) {
            $seen = $song->contentOf($clip->id)->sounding($clip->window())->shifted($clip->shift());
            $pieces[] = new Piece(
                $rows[$clip->track], $clip->start, $clip->length, $clip->loop, $clip->name, $clip->muted,
            );
            $parts[] = new ClipContent(
                $seen->notes->with($inPiece($seen->notes, $k)), $seen->points->with($inPiece($seen->points, $k)),
            );
        }
        $content = ClipContent::of($parts);

        return new Phrase($content->notes, $song->conductor->ppq, null, $pieces, $content->points);
    }
}
