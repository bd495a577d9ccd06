<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Errors\BadInput;

/**
 * One edit written down: `quantize grid=1/16 strength=80`.
 *
 * A value with blanks stands in double quotes. What a key runs, what a recipe is made of, what the command line takes
 * and what the history shows is this text.
 */
final readonly class EditLine
{
    /** @param  array<string, string>  $parameters  as written */
    private function __construct(
        public string $name,
        public array $parameters,
    ) {
    }

    /** @param  array<string, string>  $parameters */
    public static function of(string $name, array $parameters = []): self
    {
        return new self($name, $parameters);
    }

    /** @throws BadInput where the text is no edit line */
    public static function parse(string $text): self
    {
        $text = trim($text);
        if (strlen($text) > 2000) {
            throw new BadInput('An edit line has at most 2000 characters.');
        }
        if (preg_match('/^[a-z][a-z-]*(?=\s|$)/', $text, $found) !== 1) {
            throw new BadInput($text === '' ? 'The edit line is empty; write one, such as quantize grid=1/16.' : "“{$text}” does not begin with the name of an edit, such as quantize.");
        }

        return new self($found[0], Words::pairs(substr($text, strlen($found[0])), $found[0]));
    }

    /**
     * The line with the sum of two whole numbers, for lines that say the same parameter: `velocity add=3` and
     * `velocity add=-1` are `velocity add=2`. Null where they say something else.
     *
     * @param  int  $limit  the largest size of the sum; beyond it the limit holds
     */
    public function sumWith(self $other, int $limit): ?self
    {
        $name = array_key_first($this->parameters);
        if ($this->name !== $other->name || count($this->parameters) !== 1 || array_keys($this->parameters) !== array_keys($other->parameters)) {
            return null;
        }
        [$a, $b] = [$this->parameters[$name], $other->parameters[$name]];
        if (preg_match('/^[+-]?\d{1,6}$/', $a) !== 1 || preg_match('/^[+-]?\d{1,6}$/', $b) !== 1) {
            return null;
        }

        return new self($this->name, [$name => (string) max(-$limit, min($limit, (int) $a + (int) $b))]);
    }

    public function __toString(): string
    {
        $text = $this->name;
        foreach ($this->parameters as $name => $value) {
            $text .= " {$name}=".(preg_match('/[\s"]|^$/', $value) === 1 ? '"'.str_replace('"', '', $value).'"' : $value);
        }

        return $text;
    }
}
