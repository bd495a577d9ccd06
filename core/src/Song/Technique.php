<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\PitchName;

/**
 * A way of playing a note, and what makes an instrument play so: a key that is pressed before, a program, a value of a
 * controller, another channel, another length or velocity. Written `plucked/p key=C0 length=60`.
 */
final readonly class Technique
{
    public const LONGEST_NAME = 20;

    private const LONGEST_SIGN = 3;

    /** In which order its parts are written, and between which numbers each lies. */
    private const PARTS = [
        'key' => [0, 127], 'program' => [0, 127], 'channel' => [1, 16], 'length' => [1, 400], 'velocity' => [1, 400],
    ];

    /**
     * @param  string  $sign  one to three characters that notes show
     * @param  int|null  $key  pitch 0–127 of the key that switches it on
     * @param  int|null  $program  0–127
     * @param  array{int, int}|null  $controller  its number and value, 0–127
     * @param  int|null  $channel  0–15 that its notes go to
     * @param  int  $length  % of the written length
     * @param  int  $velocity  % of the written velocity
     */
    private function __construct(
        public string $name,
        public string $sign,
        public ?int $key = null,
        public ?int $program = null,
        public ?array $controller = null,
        public ?int $channel = null,
        public int $length = 100,
        public int $velocity = 100,
    ) {
    }

    /** @throws BadInput where the text is none */
    public static function parse(string $text): self
    {
        if (
            preg_match(
                '~^\s*([^\s;"=/]{1,'
                    .self::LONGEST_NAME
                    .'})/([^\s;"=/]{1,'
                    .self::LONGEST_SIGN
                    .'})((?:\s+[a-z]+\d{0,3}=\S+)*)\s*$~u',
                $text,
                $found,
            ) !== 1
        ) {
            throw BadInput::within(
                "“{$text}” is no technique; write its name, a sign after a slash, and what plays it, such as plucked/p "
                    .'key=C0 length=60.',
            );
        }
        $said = [];
        $controller = null;
        foreach (preg_split('/\s+/', trim($found[3]), -1, PREG_SPLIT_NO_EMPTY) ?: [] as $part) {
            [$name, $value] = explode('=', $part, 2);
            if (preg_match('/^cc(\d{1,3})$/', $name, $number) === 1) {
                $controller = [self::number($name, $number[1], 0, 127), self::number($name, $value, 0, 127)];
            } elseif (isset(self::PARTS[$name])) {
                $said[$name] = $name === 'key'
                    ? PitchName::parse($value)
                    : self::number($name, $value, ...self::PARTS[$name]);
            } else {
                throw BadInput::within(
                    "A technique is not played by “{$name}”; it has key, program, channel, length, velocity, and cc "
                        .'with its number.',
                );
            }
        }

        return new self(
            $found[1], $found[2], $said['key'] ?? null, $said['program'] ?? null, $controller,
            isset($said['channel']) ? $said['channel'] - 1 : null, $said['length'] ?? 100, $said['velocity'] ?? 100,
        );
    }

    /** Whether something has to be sent before its notes. */
    public function switches(): bool
    {
        return $this->key !== null || $this->program !== null || $this->controller !== null;
    }

    /** A length in ticks as it is played. */
    public function lengthOf(int $length): int
    {
        return max(1, (int) round($length * $this->length / 100));
    }

    /** A velocity as it is played. */
    public function velocityOf(int $velocity): int
    {
        return max(1, min(127, (int) round($velocity * $this->velocity / 100)));
    }

    public function __toString(): string
    {
        $parts = [
            $this->key === null ? '' : 'key='.PitchName::of($this->key),
            $this->program === null ? '' : "program={$this->program}",
            $this->controller === null ? '' : "cc{$this->controller[0]}={$this->controller[1]}",
            $this->channel === null ? '' : 'channel='.($this->channel + 1),
            $this->length === 100 ? '' : "length={$this->length}",
            $this->velocity === 100 ? '' : "velocity={$this->velocity}",
        ];

        return implode(
            ' ',
            ["{$this->name}/{$this->sign}", ...array_filter($parts, static fn (string $part): bool => $part !== '')],
        );
    }

    private static function number(string $name, string $text, int $min, int $max): int
    {
        return preg_match('/^\d{1,3}$/', $text) === 1 && (int) $text >= $min && (int) $text <= $max
            ? (int) $text
            : throw BadInput::within("{$name} of a technique takes {$min} to {$max}, not “{$text}”.");
    }
}
