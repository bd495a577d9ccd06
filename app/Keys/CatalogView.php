<?php

declare(strict_types=1);

namespace App\Keys;

use App\Lines\ViewCommands;
use App\Recipes\RecipeBook;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Lines\Catalog;
use Jactonic\Core\Pitch\ChordShapes;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Song\GeneralMidi;
use Jactonic\Core\Song\Instrument;
use Jactonic\Core\Song\Sketch;
use Jactonic\Core\Song\Voice;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Timeline;

/** Everything that can be pressed, as the browser takes it when it starts. */
final readonly class CatalogView
{
    public function __construct(
        private Catalog $catalog,
        private Keymaps $keymaps,
    ) {
    }

    /**
     * @return array<string, mixed> edits, commands of the view, recipes, the keys they lie on; scales, chords, the way
     *     from grid to grid, how many of each unit of a clock make a second, instruments, what a song can
     *     begin with
     */
    public function whole(): array
    {
        return [
            'edits' => array_map(
                static fn (Declaration $declaration): array => $declaration->describe(), $this->catalog->declarations(),
            ),
            'view' => ViewCommands::all(),
            'keymap' => $this->keymaps->show($this->keymaps->inUse()),
            'recipes' => RecipeBook::all(),
            'conditions' => Conditions::NAMES,
            'scales' => array_keys(Scale::SHAPES),
            'grids' => Grid::ways(),
            'rates' => ['ms' => 1000, 's' => 1, 'smp' => Timeline::SAMPLE_RATE, 'fr' => Timeline::FRAME_RATE],
            'chords' => ChordShapes::list(),
            'lanes' => array_map(static fn (Lane $lane): array => $lane->describe(), Lane::all()),
            'instruments' => array_map(
                static fn (Instrument $instrument): array => $instrument->describe() + [
                    'family' => $instrument->isKit ? 'Drum kits' : GeneralMidi::family($instrument->program),
                    'said' => $instrument->isKit ? ['drums', 'kit'] : GeneralMidi::saidFor($instrument->program),
                    'voice' => $instrument->voice()->value,
                ],
                GeneralMidi::all(),
            ),
            'voices' => array_combine(Voice::names(), array_map(
                static fn (Voice $voice): string => (string) $voice->instrument(), Voice::cases(),
            )),
            'sketches' => array_map(
                static fn (Sketch $sketch): array => [
                    'name' => $sketch->value, 'title' => $sketch->title(), 'about' => $sketch->about(),
                ],
                Sketch::cases(),
            ),
        ];
    }
}
