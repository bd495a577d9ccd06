<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Lane;
use Jactonic\Core\Errors\BadInput;

/** Velocities in a row, such as `112,80,96,80`; in another lane values of that one. */
final readonly class VelocityList implements InLane
{
    private const MOST = 64;

    /** @param  int  $least  1, or 0 where a place may be left empty */
    public function __construct(private int $least = 1, private int $most = 127)
    {
    }

    public function in(Lane $lane): self
    {
        return new self($lane->least(), $lane->most());
    }

    public function name(): string
    {
        return 'velocities';
    }

    /** @return non-empty-list<int> */
    public function read(string $text): array
    {
        $values = [];
        foreach (explode(',', $text) as $word) {
            if (
                preg_match('/^-?\d{1,4}$/', $word) !== 1
                || (int) $word < $this->least
                || (int) $word > $this->most
                || count($values) === self::MOST
            ) {
                throw new BadInput("takes {$this->allowed()}, not “{$text}”");
            }
            $values[] = (int) $word;
        }

        return $values;
    }

    public function allowed(): string
    {
        return '1 to '.self::MOST." velocities from {$this->least} to {$this->most}, such as 112,80,96,80";
    }

    public function describe(): array
    {
        return ['min' => $this->least, 'max' => $this->most];
    }
}
