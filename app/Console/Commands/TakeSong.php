<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Console\MidiPath;
use Illuminate\Console\Command;
use Jactonic\Core\Content\PlayedText;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Song\Clip;
use Jactonic\Core\Song\OpenSong;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\TickRange;
use Jactonic\Core\Time\Timeline;

/** Takes what was played, with its seconds, into a MIDI file: the same rule as recording in the program. */
final class TakeSong extends Command
{
    protected $signature = 'song:take
        {in : the MIDI file to read}
        {take : what was played, as text: a line such as "0.512 on C3 96" for each message}
        {out : the MIDI file to write}
        {--track=1 : the track it goes to, counting those with notes from 1}
        {--at=0 : the tick the recording began at}
        {--loop= : TICK..TICK, where the song went round meanwhile}
        {--do=* : lines to run in place of take, such as "take mode=replace" and "quantize grid=1/16"}';

    protected $description = 'Takes what was played into a MIDI file';

    protected $help = 'Example: php artisan song:take song.mid take.txt out.mid --track=2 --do=take --do="quantize '
        .'grid=1/16"';

    public function handle(Catalog $catalog): int
    {
        try {
            $song = SmfFile::read(MidiPath::of($this->text('in'))->read())->song();
            $number = preg_match('/^[1-9]\d{0,3}$/', $this->text('track')) === 1 ? (int) $this->text('track') : 0;
            $track = array_values($song->tracks)[$number - 1] ?? throw new BadInput(
                'There is no track “'.$this->text('track').'”; '.count($song->tracks).' have notes.',
            );
            $at = preg_match('/^\d{1,10}$/', $this->text('at')) === 1
                ? (int) $this->text('at')
                : throw new BadInput('--at takes a tick.');
            $text = @file_get_contents($this->text('take'));
            $played = PlayedText::read(
                $text === false ? throw new BadInput('“'.$this->text('take').'” cannot be read.') : $text,
                $at, $this->text('loop') === '' ? null : TickRange::parse($this->text('loop')),
            );
            $clips = array_map(static fn (Clip $clip): int => $clip->id, $song->clipsOf($track->id));
            $open = OpenSong::of($song, $clips, $clips[0] ?? 0);
            $time = new Timeline($song->conductor->meters, $song->conductor->tempo, Grid::parse('1/16'));
            $lines = array_values(array_filter($this->option('do'), is_string(...)));
            $state = Script::read($lines === [] ? ['take'] : $lines, $catalog)->apply(
                $open, Selection::none(), (new Context($time, played: $played))->in($open),
            );
            MidiPath::of($this->text('out'))->write(SmfFile::of($state->settled()->song)->write());
        } catch (CoreError $error) {
            $this->output->getErrorStyle()->writeln($error->getMessage());

            return self::FAILURE;
        }
        $this->line("Track {$number} ({$track->name}): {$state->said}");

        return self::SUCCESS;
    }

    private function text(string $name): string
    {
        $value = $this->hasArgument($name) ? $this->argument($name) : $this->option($name);

        return is_string($value) ? $value : '';
    }
}
