<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use Illuminate\Console\Command;
use Jactonic\Core\Advice\Advice;
use Jactonic\Core\Advice\Candidate;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;

/** Says which grid the notes of each track were meant for. */
final class AdviseSong extends Command
{
    private const HEAD = ['Grid', 'Mean off (%)', 'Largest off (%)', 'Notes run together', 'Line'];

    protected $signature = 'song:advise
        {in : the MIDI file to read}
        {--where= : conditions that choose the notes, such as "pitch=60..72"; left out, all}
        {--json : as JSON}';

    protected $description = 'Reads the timing of a MIDI file and ranks the grids that fit it; distances are in % of '
        .'half the gap between lines';

    protected $help = 'Example: php artisan song:advise take.mid --where="pitch=36..52"';

    public function handle(): int
    {
        try {
            $in = $this->argument('in');
            $where = $this->option('where');
            $file = SmfFile::read(MidiPath::of($in)->read());
            $conductor = $file->song()->conductor;
            $context = new Context(new Timeline($conductor->meters, $conductor->tempo, Grid::parse('1/16')));
            $chosen = Conditions::parse(is_string($where) ? $where : '');
            $found = [];
            foreach ($file->tracksWithNotes() as $track) {
                $selection = $chosen->choose($track->notes, $context);
                if (! $selection->isEmpty()) {
                    $found[] = ['name' => $track->name(), 'advice' => Advice::on($track->notes, $selection, $context)];
                }
            }
        } catch (CoreError $error) {
            $this->output->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        if ($this->option('json') === true) {
            $tracks = array_map(
                static fn (array $track): array => ['name' => $track['name']] + $track['advice']->toArray(), $found,
            );
            $this->line((string) json_encode(['tracks' => $tracks], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));

            return self::SUCCESS;
        }
        foreach ($found as ['name' => $name, 'advice' => $advice]) {
            $this->line(($name ?: 'A track without a name').": {$advice->summary()}");
            $this->table(self::HEAD, array_map(static fn (Candidate $candidate): array => [
                $candidate->name(), round($candidate->mean, 1), round($candidate->largest, 1), $candidate->collisions,
                $candidate->line(),
            ], $advice->candidates));
        }

        return self::SUCCESS;
    }
}
