<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/** Velocities in a row, such as `112,80,96,80`. */
final readonly class VelocityList implements Kind
{
    private const MOST = 64;

    /** @param  int  $least  1, or 0 where a place may be left empty */
    public function __construct(private int $least = 1)
    {
    }

    public function name(): string
    {
        return 'velocities';
    }

    /** @return non-empty-list<int> */
    public function read(string $text): array
    {
        $velocities = [];
        foreach (explode(',', $text) as $word) {
            if (preg_match('/^\d{1,3}$/', $word) !== 1 || (int) $word < $this->least || (int) $word > 127 || count($velocities) === self::MOST) {
                throw new BadInput("takes {$this->allowed()}, not “{$text}”");
            }
            $velocities[] = (int) $word;
        }

        return $velocities;
    }

    public function allowed(): string
    {
        return '1 to '.self::MOST.' velocities from '.$this->least.' to 127, such as 112,80,96,80';
    }

    public function describe(): array
    {
        return ['min' => $this->least, 'max' => 127];
    }
}
