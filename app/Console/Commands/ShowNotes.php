<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use Illuminate\Console\Command;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfTrack;

final class ShowNotes extends Command
{
    private const HEAD = [
        'Start', 'Position', 'Length', 'Pitch', 'Name', 'Velocity', 'Release', 'Channel (1–16)', 'Muted',
    ];

    protected $signature = 'song:notes
        {in : the MIDI file to read}
        {--track= : only this track, counting those with notes from 1}
        {--json : as JSON: [start, length, pitch, velocity, release, channel] of each note}';

    protected $description = 'Lists the notes of a MIDI file';

    protected $help = 'Example: php artisan song:notes take.mid --track=1';

    public function handle(): int
    {
        try {
            $in = $this->argument('in');
            $file = SmfFile::read(MidiPath::of($in)->read());
            $tracks = $this->tracks($file);
        } catch (CoreError $error) {
            $this->output->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        if ($this->option('json') === true) {
            $this->line((string) json_encode([
                'ppq' => $file->ppq,
                'tracks' => array_map(
                    static fn (SmfTrack $track): array => ['name' => $track->name(), 'notes' => self::plain($track)],
                    array_values($tracks),
                ),
            ], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));

            return self::SUCCESS;
        }
        foreach ($file->problems as $problem) {
            $this->line("Note: {$problem}");
        }
        foreach ($tracks as $number => $track) {
            $this->line(
                "Track {$number}: ".($track->name() ?: 'without a name')
                    .", {$track->notes->count()} notes, {$file->ppq} ticks a quarter",
            );
            $this->table(self::HEAD, self::rows($file, $track));
        }

        return self::SUCCESS;
    }

    /** @return array<int, SmfTrack> by number from 1 */
    private function tracks(SmfFile $file): array
    {
        $tracks = $file->tracksWithNotes();
        $tracks = $tracks === [] ? [] : array_combine(range(1, count($tracks)), $tracks);
        $only = $this->option('track');
        if (! is_string($only)) {
            return $tracks;
        }

        return isset($tracks[(int) $only])
            ? [(int) $only => $tracks[(int) $only]]
            : throw new BadInput("There is no track {$only}; ".count($tracks).' have notes.');
    }

    /** @return list<list<int>> [start, length, pitch, velocity, release, channel 0–15] */
    private static function plain(SmfTrack $track): array
    {
        $notes = $track->notes;
        $rows = [];
        foreach ($notes->start as $i => $start) {
            $rows[] = [
                $start, $notes->length[$i], $notes->pitch[$i], $notes->velocity[$i], $notes->release[$i],
                $notes->channel[$i],
            ];
        }

        return $rows;
    }

    /** @return list<list<int|string>> channels counted from 1, as musicians do */
    private static function rows(SmfFile $file, SmfTrack $track): array
    {
        $meters = $file->song()->conductor->meters;
        $notes = $track->notes;
        $rows = [];
        foreach ($notes->start as $i => $start) {
            $rows[] = [
                $start, (string) $meters->position($start), $notes->length[$i], $notes->pitch[$i],
                PitchName::of($notes->pitch[$i]),
                $notes->velocity[$i], $notes->release[$i], $notes->channel[$i] + 1,
                $notes->muted[$i] === 1 ? 'yes' : 'no',
            ];
        }

        return $rows;
    }
}
