<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Parameters\Words;

/**
 * One edit written down: `quantize grid=1/16 strength=80`.
 *
 * A value with blanks stands in double quotes. What a key runs, what a recipe is made of, what the command line takes
 * and what the history shows is this text.
 */
final readonly class EditLine
{
    /** The names of all rows of a track, with colours, are the longest there is to say. */
    public const MOST_CHARACTERS = 4000;

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
        if (strlen($text) > self::MOST_CHARACTERS) {
            throw new BadInput('An edit line has at most '.number_format(self::MOST_CHARACTERS).' characters.');
        }
        if (preg_match('/^[a-z][a-z-]*(?=\s|$)/', $text, $found) !== 1) {
            throw new BadInput(
                $text === ''
                    ? 'The edit line is empty; write one, such as quantize grid=1/16.'
                    : "“{$text}” does not begin with the name of an edit, such as quantize.",
            );
        }

        return new self($found[0], Words::pairs(substr($text, strlen($found[0])), $found[0]));
    }

    public function __toString(): string
    {
        $text = $this->name;
        foreach ($this->parameters as $name => $value) {
            $text
                .= " {$name}="
                .(preg_match('/[\s"=]|^$/', $value) === 1 ? '"'.str_replace('"', '', $value).'"' : $value);
        }

        return $text;
    }
}
