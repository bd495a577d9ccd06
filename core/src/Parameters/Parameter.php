<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

/** One parameter of an edit, declared once: the palette, the bench, the command line and the reference read it here. */
final readonly class Parameter
{
    /**
     * @param  ?string  $default  as it would be written in an edit line; null where leaving it out means something else
     * @param  string  $absent  what leaving it out means, where there is no default
     */
    private function __construct(
        public string $name,
        public Kind $kind,
        public ?string $default,
        public string $help,
        public string $absent = '',
    ) {
    }

    public static function wholeNumber(string $name, int $min, int $max, string $unit, ?int $default, string $help, string $absent = ''): self
    {
        return new self($name, new WholeNumber($min, $max, $unit), $default === null ? null : (string) $default, $help, $absent);
    }

    /** @param  non-empty-list<string>  $options */
    public static function choice(string $name, array $options, string $default, string $help): self
    {
        return new self($name, new Choice($options), $default, $help);
    }

    public static function amount(string $name, ?string $default, string $help, string $absent = ''): self
    {
        return new self($name, AmountOfTime::unsigned(), $default, $help, $absent);
    }

    public static function signedAmount(string $name, string $default, string $help): self
    {
        return new self($name, AmountOfTime::signed(), $default, $help);
    }

    public static function grid(string $name, string $help): self
    {
        return new self($name, new GridValue, 'grid', $help);
    }

    public static function pitch(string $name, string $help): self
    {
        return new self($name, new PitchValue, 'caret', $help);
    }

    public static function place(string $name, string $help): self
    {
        return new self($name, new Place, 'caret', $help);
    }

    /** The chord spread, which several edits share. */
    public static function spread(): self
    {
        return self::amount('spread', '1/64', 'Notes that start within this time of the earliest are one chord.');
    }

    /** @return array<string, mixed> for the catalog */
    public function describe(): array
    {
        return [
            'name' => $this->name,
            'kind' => $this->kind->name(),
            'default' => $this->default,
            'absent' => $this->absent,
            'allowed' => $this->kind->allowed(),
            'help' => $this->help,
        ] + $this->kind->describe();
    }
}
