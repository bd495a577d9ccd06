<?php

declare(strict_types=1);

namespace Jactonic\Core\Parameters;

use Jactonic\Core\Edits\Context;
use Jactonic\Core\Edits\NewNote;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Time\Amount;
use Jactonic\Core\Time\Grid;
use Jactonic\Core\Time\Position;
use Jactonic\Core\Time\TickRange;
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
            throw new BadInput("{$edit} has no parameter “{$unknown}”; {$allowed}.", ['parameter' => $unknown, 'allowed' => $names]);
        }
        $values = [];
        foreach ($declared as $parameter) {
            $text = $said[$parameter->name] ?? $parameter->default;
            if ($text === null) {
                continue;
            }
            try {
                $values[$parameter->name] = $parameter->kind->read($text);
            } catch (BadInput) {
                throw new BadInput(
                    "{$edit}: {$parameter->name} takes {$parameter->kind->allowed()}, not “{$text}”.",
                    ['parameter' => $parameter->name, 'allowed' => $parameter->kind->allowed()],
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

    /**
     * How long and how loud a note put in at a tick is, as the line or else the context says.
     *
     * @return array{int, int} ticks, at least 1, and velocity 1–127
     */
    public function newNote(string $length, string $velocity, int $tick, Context $context): array
    {
        $new = $context->newNote ?? NewNote::ofTheGrid();
        $amount = $this->has($length) ? $this->amount($length) : $new->length;

        return [max(1, $amount->ticksAt($tick, $context)), $this->has($velocity) ? $this->int($velocity) : $new->velocity];
    }

    /** The grid of that name, or the current one, with the swing given by another parameter or else the current swing. */
    public function grid(string $name, string $swing, Context $context): Grid
    {
        $value = $this->values[$name] ?? null;
        $grid = $value instanceof Grid ? $value : $context->grid;

        return $grid->withSwing($this->has($swing) ? $this->int($swing) : $context->grid->swing);
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

    /** @return non-empty-list<int> velocities, or semitones of a chord */
    public function list(string $name): array
    {
        $value = $this->values[$name] ?? null;
        $list = is_array($value) ? array_values(array_filter($value, is_int(...))) : [];

        return $list !== [] ? $list : throw self::undeclared($name);
    }

    /**
     * A range of ticks, the current one where no other was given.
     *
     * @throws EditRefused where there is none
     */
    public function range(string $name, Context $context, string $for): TickRange
    {
        $value = $this->values[$name] ?? null;

        return $value instanceof TickRange ? $value : $context->needRange($for);
    }

    /** A pitch 0–127, the caret's where nothing else was said. */
    public function pitch(string $name, Context $context): int
    {
        $value = $this->values[$name] ?? null;

        return is_int($value) ? $value : $context->caret->pitch;
    }

    /**
     * A tick, the caret's where nothing else was said.
     *
     * @throws EditRefused where the range is asked for and there is none
     */
    public function place(string $name, Context $context): int
    {
        $value = $this->values[$name] ?? null;

        return match (true) {
            is_int($value) => $value,
            $value instanceof Position => $context->meters->tickOf($value),
            $value === 'playhead' => $context->playhead,
            $value === 'range-start' => $context->needRange("{$name}=range-start")->from,
            $value === 'range-end' => $context->needRange("{$name}=range-end")->to,
            default => $context->caret->tick,
        };
    }

    private static function undeclared(string $name): LogicException
    {
        return new LogicException("No parameter “{$name}” was declared, or it has no value.");
    }
}
