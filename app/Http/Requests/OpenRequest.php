<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Smf\ChordsAs;
use Jactonic\Core\Smf\CurvesAs;
use Jactonic\Core\Song\Song;
use Jactonic\Core\Time\Grid;

/**
 * Which clips are to be open, and on which grid, as an address says it: `?clips=4,7&front=7&grid=1/16&swing=0`. More
 * clips than an address has room for stand in a body of the same names, as lists.
 */
final readonly class OpenRequest
{
    public function __construct(private Request $request)
    {
    }

    /** @return list<int> */
    public function clips(): array
    {
        return $this->numbers('clips');
    }

    public function front(): int
    {
        return $this->numbers('front')[0] ?? 0;
    }

    /** @return list<int>|null only these tracks; null for all */
    public function tracks(): ?array
    {
        return $this->said('tracks') === null ? null : $this->numbers('tracks');
    }

    /** @throws BadInput */
    public function grid(): Grid
    {
        return Grid::parse($this->text('grid', '1/16'), $this->numbers('swing')[0] ?? 0);
    }

    /** Whether the names of chords are wanted as a sheet rather than the song. */
    public function isForSheet(): bool
    {
        return $this->text('as', 'midi') === 'musicxml';
    }

    /** @throws BadInput where they cannot be that */
    public function chordsAs(): ChordsAs
    {
        return ChordsAs::tryFrom($this->text(
            'chords', ChordsAs::Names->value,
        )) ?? throw new BadInput('chords takes names, markers or lyrics.');
    }

    /** @throws BadInput where they cannot be that */
    public function curvesAs(): CurvesAs
    {
        return CurvesAs::tryFrom($this->text(
            'curves', CurvesAs::Mpe->value,
        )) ?? throw new BadInput('curves takes mpe or key-pressure.');
    }

    /**
     * Ids as a list, or with commas; what is none is passed over.
     *
     * @return list<int>
     */
    private function numbers(string $name): array
    {
        $said = $this->said($name);
        if (is_array($said)) {
            return array_slice(array_values(array_filter($said, is_int(...))), 0, Song::MOST_CLIPS + 1);
        }
        if (is_int($said)) {
            return [$said];
        }
        $parts = explode(',', $this->text($name, ''), Song::MOST_CLIPS + 1);

        return array_map(
            intval(...),
            array_values(array_filter(
                $parts, static fn (string $part): bool => preg_match('/^\d{1,18}$/D', $part) === 1,
            )),
        );
    }

    private function said(string $name): mixed
    {
        return $this->request->json($name) ?? $this->request->query($name);
    }

    private function text(string $name, string $otherwise): string
    {
        $text = $this->said($name) ?? $otherwise;

        return is_string($text) ? $text : throw new BadInput("{$name} takes a text.");
    }
}
