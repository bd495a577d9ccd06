<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Pitch\Scale;

/** A key: a root and a scale such as “D dorian”, or none. */
final readonly class KeyValue implements Kind
{
    public const NONE = 'none';

    public function name(): string
    {
        return 'key';
    }

    public function read(string $text): Scale|string
    {
        return $text === self::NONE ? self::NONE : Scale::parse($text);
    }

    public function allowed(): string
    {
        return 'a root and a scale ("D dorian"), or none';
    }

    public function describe(): array
    {
        return ['words' => [self::NONE]];
    }
}
