<?php

declare(strict_types=1);

namespace App\Recipes;

use App\Clips\ClipEditor;
use App\Clips\ContextInput;
use App\Models\Clip;
use App\Models\Song;
use App\Models\Track;
use App\Songs\Voice;
use Illuminate\Database\Connection;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Errors\EditRefused;

/** Runs lines on several tracks of a song at once: on all of them or, where one cannot, on none. */
final readonly class SongRun
{
    public function __construct(
        private Connection $database,
        private ClipEditor $editor,
    ) {
    }

    /**
     * @param  non-empty-list<string>  $lines
     * @param  list<int>  $trackIds
     * @return list<array{track: int, clip: int, name: string, message: string}> what happened in each
     *
     * @throws CoreError naming the track that could not; then nothing was changed
     */
    public function run(Song $song, array $lines, array $trackIds, bool $leavesDrums, ContextInput $input): array
    {
        /** @var list<Track> $chosen */
        $chosen = $song->tracks()->with('clips:id,track_id')->whereIn('id', $trackIds)->orderBy('number')->get()->all();
        $tracks = array_filter($chosen, static fn (Track $track): bool => ! $leavesDrums || $track->voice !== Voice::Drums);
        if ($tracks === []) {
            throw new BadInput('No track is chosen, or only drums, which are left out.');
        }

        return $this->database->transaction(function () use ($song, $tracks, $lines, $input): array {
            // The lock for writing comes first, as in `ClipEditor`.
            $this->database->update('update songs set id = id where id = ?', [$song->id]);
            $done = [];
            foreach ($tracks as $track) {
                foreach ($track->clips as $clip) {
                    $clip = Clip::inSong($clip->id);
                    try {
                        $state = $this->editor->run($clip->id, $clip->revision, $lines, Selection::all($clip->notes), $input)->toArray();
                    } catch (EditRefused $refused) {
                        throw new EditRefused("{$track->name}: {$refused->getMessage()} No track was changed.");
                    }
                    $done[] = ['track' => $track->id, 'clip' => $clip->id, 'name' => $track->name, 'message' => is_string($state['message']) ? $state['message'] : ''];
                }
            }

            return $done;
        });
    }
}
