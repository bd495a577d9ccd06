<?php

declare(strict_types=1);

namespace Jactonic\Core\Time;

use Jactonic\Core\Errors\BadInput;

/** How far the keys move things, apart from the grid that the pointer snaps to: the amounts `step` and `step2`. */
final readonly class NudgeAmounts
{
    private function __construct(
        public Amount $step,
        public Amount $larger,
    ) {
    }

    /** A step of the grid, and a bar. */
    public static function ofTheGrid(): self
    {
        return new self(Amount::parse('grid'), Amount::parse('1bar'));
    }

    /** @throws BadInput where one of them runs backward, or is said by the other words for them */
    public static function of(string $step, string $larger): self
    {
        $amounts = array_map(Amount::parse(...), [$step, $larger]);
        foreach ($amounts as $amount) {
            if ($amount->isNegative() || $amount->isNudge()) {
                throw new BadInput(
                    "A nudge amount is an amount of time without a sign, such as 1/16, 10ms or grid, not “{$amount}”.",
                );
            }
        }

        return new self(...$amounts);
    }
}
