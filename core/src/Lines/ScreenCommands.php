<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;

/**
 * Commands that are a screen's to do, with what they take: declared and checked like edits, in one place for keys,
 * scripts and the screen.
 */
final readonly class ScreenCommands
{
    /**
     * @param array<string, array{
     *     name: string, title: string, parameters: list<Parameter>, bare: list<string>,
     * }> $commands
     */
    private function __construct(private array $commands)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /**
     * @param array<array-key, array{
     *     name: string, title?: string, bare?: list<string>,
     *     parameters: array<array-key, array{
     *         name: string, kind: string, allowed?: string, help?: string, options?: list<string>,
     *         min?: int, max?: int, unit?: string, signed?: bool,
     *     }>,
     * }>  $declared
     */
    public static function of(array $declared): self
    {
        $commands = [];
        foreach ($declared as $command) {
            $commands[$command['name']] = [
                'name' => $command['name'],
                'title' => $command['title'] ?? $command['name'],
                'parameters' => array_map(Parameter::declared(...), array_values($command['parameters'])),
                'bare' => $command['bare'] ?? [],
            ];
        }

        return new self($commands);
    }

    public function has(string $name): bool
    {
        return isset($this->commands[$name]);
    }

    /**
     * @return array<string, array{name: string, title: string, parameters: list<Parameter>, bare: list<string>}> by
     *     name, with the parameters that a value without a name may be, as `Edits\Declaration` has them
     */
    public function declared(): array
    {
        return $this->commands;
    }

    /** @throws BadInput naming the parameter and what is allowed */
    public function check(EditLine $line): Parameters
    {
        return Parameters::check($line->name, $this->commands[$line->name]['parameters'] ?? [], $line->parameters);
    }
}
