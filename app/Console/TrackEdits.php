<?php

declare(strict_types=1);

namespace App\Console;

use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Context\OpenClips;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Recipes\Script;
use Jactonic\Core\Smf\SmfFile;

/** Edit lines run on the tracks of a file, each track by itself. */
final readonly class TrackEdits
{
    /** General MIDI: what sounds on channel 10 (9 from 0) is drums. */
    private const DRUMS = 9;

    /** @param  non-empty-list<array{script: Script, leavesDrums: bool}>  $edits */
    public function __construct(
        private array $edits,
        private Conditions $where,
        private Context $context,
    ) {
    }

    /**
     * @param  int|null  $only  the track, counting those with notes from 1; null for each of them
     *
     * @throws BadInput|EditRefused
     */
    public function run(SmfFile $file, ?int $only): EditedFile
    {
        $tracks = $file->tracksWithNotes();
        if ($only !== null && $only > count($tracks)) {
            throw new BadInput('There is no track '.$only.'; '.(count($tracks) === 1 ? '1 track has' : count($tracks).' tracks have').' notes.');
        }
        $this->refuseOnEachTrack(count($tracks), $only);
        $done = [];
        $edited = [];
        $number = 0;
        foreach ($tracks as $place => $track) {
            if (++$number !== ($only ?? $number)) {
                continue;
            }
            $notes = $track->notes;
            $context = $this->context->among(OpenClips::of([0 => $number], 0, $notes->channel[0] ?? 0));
            foreach ($this->edits as ['script' => $script, 'leavesDrums' => $leavesDrums]) {
                if ($leavesDrums && ($notes->channel[0] ?? 0) === self::DRUMS) {
                    continue;
                }
                $selection = $this->where->choose($notes, $context);
                $state = $script->apply($notes, $selection, $context);
                [$change, $context, $notes] = [$state->change(), $state->context, $state->notes];
                $done[] = [
                    'track' => $number, 'name' => $track->name(), 'line' => implode('; ', $script->lines()),
                    'selected' => count($selection->ids),
                    'summary' => $selection->isEmpty() && $change->isNothing() ? 'No note meets the conditions; nothing changed.' : $change->summary,
                ];
            }
            $edited[$place] = $notes;
        }

        return new EditedFile($file->withNotes($edited), $done);
    }

    /** @throws BadInput where notes would be put into every track */
    private function refuseOnEachTrack(int $tracks, ?int $only): void
    {
        foreach ($this->edits as ['script' => $script]) {
            if ($only === null && $tracks > 1 && $script->putsIn()) {
                throw new BadInput('“'.implode('; ', $script->lines())."” puts in notes: say into which of the {$tracks} tracks with --track=N.");
            }
        }
    }
}
