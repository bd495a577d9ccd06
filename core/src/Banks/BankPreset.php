<?php

declare(strict_types=1);

namespace Jactonic\Core\Banks;

use Jactonic\Core\Song\Instrument;

/** An instrument of a bank. */
final readonly class BankPreset
{
    /**
     * @param  int  $program  0–127
     * @param  int  $number  of its bank, 0–16,383
     */
    public function __construct(
        public string $title,
        public int $program,
        public int $number,
        public bool $isKit,
    ) {
    }

    /** What a track plays that has it from a bank of that name. */
    public function of(string $bank): Instrument
    {
        return new Instrument($this->program, $this->number, $this->isKit, $bank);
    }
}
