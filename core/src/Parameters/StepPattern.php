<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Errors\BadInput;

/**
 * What is played on steps in a row, such as `x.x-`: `x` the next tone, `1` to `9` the first to the ninth one, `.` a
 * rest, and `-` the tone before held on.
 */
final readonly class StepPattern implements Kind
{
    public const NEXT = 'x';

    public const REST = '.';

    public const TIE = '-';

    private const MOST = 64;

    public function name(): string
    {
        return 'steps';
    }

    /** @return non-empty-list<string> a sign for each step */
    public function read(string $text): array
    {
        if (preg_match('/^[x1-9.][x1-9.-]*$/', $text) !== 1 || strlen($text) > self::MOST || trim($text, '.-') === '') {
            throw new BadInput("takes {$this->allowed()}, not “{$text}”");
        }

        return str_split($text);
    }

    public function allowed(): string
    {
        return 'up to '.self::MOST.' steps, such as x.x- or 1323: x the next tone, 1 to 9 a tone, . a rest, - held on';
    }

    public function describe(): array
    {
        return [];
    }
}
