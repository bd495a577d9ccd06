<?php

declare(strict_types=1);

namespace Jactonic\Core\Reasons;

/** Why something is as it is, in a sentence, and the lines that cure it. */
final readonly class Reason
{
    /**
     * @param  string  $cause  its name, by which it is known in tests and on the screen
     * @param  list<string>  $cure  lines for what is selected; none where nothing is to be done
     */
    public function __construct(
        public string $cause,
        public string $text,
        public array $cure = [],
    ) {
    }

    /** @return array{cause: string, text: string, cure: list<string>} */
    public function toArray(): array
    {
        return ['cause' => $this->cause, 'text' => $this->text, 'cure' => $this->cure];
    }
}
