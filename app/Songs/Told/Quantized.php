<?php

declare(strict_types=1);

namespace App\Songs\Told;

use App\Models\StepRecord;
use Jactonic\Core\Lines\EditLine;

/** What a part was last quantized with. */
final readonly class Quantized
{
    private function __construct(
        public string $grid,
        public int $swing,
        public string $strength,
        public int $at,
    ) {
    }

    /** @param  StepRecord  $step  with a line that quantizes */
    public static function by(StepRecord $step): self
    {
        $values = [];
        foreach ($step->lines as $line) {
            $read = EditLine::parse($line);
            $values = $read->name === 'quantize' ? $read->parameters : $values;
        }
        $named = $values['grid'] ?? 'grid';

        return new self(
            $named === 'grid' ? (string) $step->grid : $named, (int) ($values['swing'] ?? $step->swing),
            $values['strength'] ?? '100', $step->at,
        );
    }

    /** @return array{grid: string, swing: int, strength: string, at: int} at in ms since the epoch */
    public function toArray(): array
    {
        return ['grid' => $this->grid, 'swing' => $this->swing, 'strength' => $this->strength, 'at' => $this->at];
    }
}
