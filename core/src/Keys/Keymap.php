<?php

declare(strict_types=1);

namespace Jactonic\Core\Keys;

use Jactonic\Core\Errors\BadInput;

/** A whole map of shortcuts, immutable. A key has one meaning in each place. */
final readonly class Keymap
{
    public const MOST_BINDINGS = 2000;

    /** @param  array<string, Binding>  $bindings  by slot, in the order of the map */
    private function __construct(
        public string $name,
        public string $logic,
        private array $bindings,
    ) {
    }

    /**
     * @param  list<Binding>  $bindings  of two on one slot the later one holds
     *
     * @throws BadInput where the name or the number of bindings is out of bounds
     */
    public static function of(string $name, string $logic, array $bindings): self
    {
        if (trim($name) === '' || mb_strlen($name) > 80 || mb_strlen($logic) > 1000) {
            throw new BadInput('A map has a name of 1 to 80 characters.');
        }
        if (count($bindings) > self::MOST_BINDINGS) {
            throw new BadInput('A map has at most '.self::MOST_BINDINGS.' shortcuts.');
        }
        $bySlot = [];
        foreach ($bindings as $binding) {
            unset($bySlot[$binding->slot()]);
            $bySlot[$binding->slot()] = $binding;
        }

        return new self(trim($name), $logic, $bySlot);
    }

    /** @return list<Binding> */
    public function bindings(): array
    {
        return array_values($this->bindings);
    }

    public function named(string $name): self
    {
        return self::of($name, $this->logic, $this->bindings());
    }

    /**
     * The map with other bindings on top: they take the slots they need.
     *
     * @param  list<Binding>  $bindings
     */
    public function with(array $bindings): self
    {
        return self::of($this->name, $this->logic, [...$this->bindings(), ...$bindings]);
    }

    /**
     * What another map does differently.
     *
     * @return list<array{key: string, where: string, here: string|null, there: string|null}> titles by slot
     */
    public function differencesTo(self $other): array
    {
        $rows = [];
        foreach (array_keys($this->bindings + $other->bindings) as $slot) {
            [$here, $there] = [$this->bindings[$slot] ?? null, $other->bindings[$slot] ?? null];
            if ($here?->lines !== $there?->lines || $here?->held !== $there?->held) {
                [$key, $where] = explode('|', $slot);
                $rows[] = ['key' => $key, 'where' => $where, 'here' => $here?->title, 'there' => $there?->title];
            }
        }

        return $rows;
    }

    /** @return list<array<string, mixed>> */
    public function toArray(): array
    {
        return array_map(static fn (Binding $binding): array => $binding->toArray(), $this->bindings());
    }
}
