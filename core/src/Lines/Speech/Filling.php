<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Pitch\ChordShapes;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Song\Track;

/**
 * What follows from what was filled in: the root and the shape of a chord, the pitch of a row, the number of a track.
 */
final readonly class Filling
{
    public function __construct(private Speaker $speaker)
    {
    }

    /**
     * @param  array<string, string>  $values  by label
     * @return array<string, string> with what follows from them
     */
    public function of(array $values): array
    {
        $percent = (int) ($values['percent'] ?? 0);
        $span = $values['bars'] ?? '';
        $values += [
            'more' => (string) (100 + $percent),
            'less' => (string) max(0, 100 - $percent),
            'oneless' => (string) max(1, (int) ($values['n'] ?? 2) - 1),
            'span' => $span === '' ? Places::text($this->speaker->span()) : $span,
        ];

        return $values + $this->ofChord($values['chord'] ?? '') + $this->ofRow($values) + $this->ofTrack(
            $values['track'] ?? '',
        );
    }

    /**
     * The track that a row of drums is on, where none that is open has it.
     *
     * @param  array<string, string>  $values
     */
    public function trackOfRow(array $values, bool $isKick): ?string
    {
        $row = $isKick ? 'kick' : $values['row'] ?? null;
        $track = $row === null ? null : $this->speaker->withRow($row);

        return $track === null || $this->speaker->isOpen($track) ? null : $track->name;
    }

    /**
     * @return array<string, string> the root nearest to the pitch of the caret, and the shape
     */
    private function ofChord(string $name): array
    {
        if ($name === '') {
            return [];
        }
        $chord = ChordName::parse($name);
        $caret = $this->speaker->context->caret->pitch;
        $root = $caret + (($chord->root - $caret) % 12 + 18) % 12 - 6;
        $semitones = ChordName::QUALITIES[$chord->quality];
        // Tensions lie above the seventh, as one plays them.
        $tall = array_map(
            static fn (int $above): int => count($semitones) > 3 && in_array($above, [1, 2, 5, 6], true)
                && ! str_contains($chord->quality, 'sus') && ! in_array($chord->quality, ['m7b5', 'dim7', '7b5'], true)
                ? $above + 12
                : $above,
            $semitones,
        );
        sort($tall);
        if ($chord->bass !== null) {
            $under = ($chord->root - $chord->bass + 12) % 12;
            $root -= $under;
            $over = array_map(static fn (int $above): int => $above + $under, $tall);
            $tall = array_values(array_unique([0, ...$over]));
        }
        $shape = array_search($tall, ChordShapes::SHAPES, true);

        return [
            'root' => PitchName::of(max(0, min(127, $root))),
            'shape' => $shape === false ? implode(',', $tall) : (string) $shape,
        ];
    }

    /**
     * @param  array<string, string>  $values
     * @return array<string, string>
     */
    private function ofRow(array $values): array
    {
        $velocity = (string) ($this->speaker->context->newNote->velocity ?? 96);
        $meter = $this->speaker->context->time->meters->meterAt($this->speaker->span()->from);
        $filled = [
            'beat' => "1/{$meter->denominator}", 'offbeat' => "0,{$velocity}",
            'pattern' => str_replace('*', $velocity, $values['beats'] ?? ''),
        ];
        foreach (['rowpitch' => $values['row'] ?? '', 'kickpitch' => 'kick'] as $label => $row) {
            $pitches = $row === '' ? [] : $this->speaker->withRow($row)?->rowNames()->pitches($row) ?? [];
            if ($pitches !== []) {
                $filled[$label] = PitchName::of($pitches[0]);
            }
        }

        return $filled;
    }

    /** @return array<string, string> */
    private function ofTrack(string $name): array
    {
        foreach ($this->speaker->tracks as $track) {
            if ($track->name === $name) {
                return ['number' => (string) $this->speaker->numberOf($track)];
            }
        }

        return [];
    }
}
