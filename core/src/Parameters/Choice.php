<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

final readonly class Choice implements Kind
{
    /** @param  non-empty-list<string>  $options */
    public function __construct(private array $options)
    {
    }

    public function name(): string
    {
        return 'choice';
    }

    public function read(string $text): string
    {
        if (! in_array($text, $this->options, true)) {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return $text;
    }

    public function allowed(): string
    {
        return implode(', ', $this->options);
    }

    public function describe(): array
    {
        return ['options' => $this->options];
    }
}
