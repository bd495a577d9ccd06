<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Content\Course;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Time\Amount;
use LogicException;

/** The checked values of an edit's parameters. Whatever stands here lies in its declared range. */
final readonly class Parameters
{
    /** @param  array<string, mixed>  $values */
    private function __construct(private array $values)
    {
    }

    /**
     * Checks what an edit line says against what the edit declares; a parameter left out gets its default.
     *
     * @param  list<Parameter>  $declared
     * @param  array<string, string>  $said
     *
     * @throws BadInput naming the edit, the parameter and what is allowed
     */
    public static function check(string $edit, array $declared, array $said): self
    {
        $names = array_map(static fn (Parameter $parameter): string => $parameter->name, $declared);
        foreach (array_diff(array_keys($said), $names) as $unknown) {
            $allowed = $names === [] ? 'it takes none' : 'it takes '.implode(', ', $names);
            throw new BadInput(
                "{$edit} has no parameter “{$unknown}”; {$allowed}.", ['parameter' => $unknown, 'allowed' => $names],
            );
        }
        $values = [];
        // What others hold depends on the lane, so it is read first.
        $isLane = static fn (Parameter $parameter): bool => $parameter->kind instanceof LaneValue;
        usort($declared, static fn (Parameter $a, Parameter $b): int => $isLane($b) <=> $isLane($a));
        foreach ($declared as $parameter) {
            $text = $said[$parameter->name] ?? $parameter->default;
            if ($text === null) {
                continue;
            }
            $lane = $values['lane'] ?? null;
            $kind = $parameter->kind instanceof InLane && $lane instanceof Lane
                ? $parameter->kind->in($lane)
                : $parameter->kind;
            try {
                $values[$parameter->name] = $kind->read($text);
            } catch (BadInput $why) {
                $said = $why->tellsMore()
                    ? $why->getMessage()
                    : "{$parameter->name} takes {$kind->allowed()}, not “{$text}”.";
                throw new BadInput(
                    "{$edit}: {$said}", ['parameter' => $parameter->name, 'allowed' => $kind->allowed()],
                );
            }
        }

        return new self($values);
    }

    /** Whether the parameter was given, or has a default. */
    public function has(string $name): bool
    {
        return array_key_exists($name, $this->values);
    }

    public function int(string $name): int
    {
        $value = $this->values[$name] ?? null;

        return is_int($value) ? $value : throw self::undeclared($name);
    }

    public function decimal(string $name): float
    {
        $value = $this->values[$name] ?? null;

        return is_float($value) ? $value : throw self::undeclared($name);
    }

    public function choice(string $name): string
    {
        $value = $this->values[$name] ?? null;

        return is_string($value) ? $value : throw self::undeclared($name);
    }

    public function amount(string $name): Amount
    {
        $value = $this->values[$name] ?? null;

        return $value instanceof Amount ? $value : throw self::undeclared($name);
    }

    /** The value as it was read, for what only the context completes; null where there is none. */
    public function value(string $name): mixed
    {
        return $this->values[$name] ?? null;
    }

    /** How far apart the starts of one chord may lie; null where it is found out. */
    public function spread(): ?Amount
    {
        return $this->value('spread') === 'auto' ? null : $this->amount('spread');
    }

    /** Whether a parameter that is on or off is on. */
    public function isOn(string $name): bool
    {
        return $this->choice($name) === 'on';
    }

    /** The word given where a number, a pitch or a place could stand; null where it is none. */
    public function word(string $name): ?string
    {
        $value = $this->values[$name] ?? null;

        return is_string($value) ? $value : null;
    }

    public function ratio(string $name): Ratio
    {
        $value = $this->values[$name] ?? null;

        return $value instanceof Ratio ? $value : throw self::undeclared($name);
    }

    /** The lane a line is about: the velocities where it declares none. */
    public function lane(): Lane
    {
        $lane = $this->values['lane'] ?? null;

        return $lane instanceof Lane ? $lane : Lane::parse(Lane::VELOCITY);
    }

    public function course(string $name): Course
    {
        $value = $this->values[$name] ?? null;

        return $value instanceof Course ? $value : throw self::undeclared($name);
    }

    /** @return non-empty-list<int> velocities, or semitones of a chord */
    public function list(string $name): array
    {
        $value = $this->values[$name] ?? null;
        $list = is_array($value) ? array_values(array_filter($value, is_int(...))) : [];

        return $list !== [] ? $list : throw self::undeclared($name);
    }

    /** @return non-empty-list<string> the signs of a pattern of steps */
    public function steps(string $name): array
    {
        $value = $this->values[$name] ?? null;
        $signs = is_array($value) ? array_values(array_filter($value, is_string(...))) : [];

        return $signs !== [] ? $signs : throw self::undeclared($name);
    }

    private static function undeclared(string $name): LogicException
    {
        return new LogicException("No parameter “{$name}” was declared, or it has no value.");
    }
}
