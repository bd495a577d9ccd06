<?php

declare(strict_types=1);

namespace Jactonic\Core\Keys;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Lines\EarlierLines;

/** One shortcut: what is pressed, where it holds, and the lines it runs. */
final readonly class Binding
{
    private const MOST_LINES = 50;

    private const LONGEST_TEXT = 120;

    /**
     * @param  non-empty-list<string>  $lines  run in order, as one step
     * @param  string  $title  what it does, in words
     * @param  string  $strip  the word on the key strip; empty where it has no place there
     * @param  bool  $held  whether it acts for as long as the key is down
     */
    public function __construct(
        public Keystroke $key,
        public array $lines,
        public string $title,
        public string $strip = '',
        public Surface $where = Surface::Everywhere,
        public By $by = By::Letter,
        public bool $held = false,
    ) {
    }

    /**
     * @param  mixed  $value  as `toArray()` gives it; `run` may be one line alone
     *
     * @throws BadInput saying what is wrong with it
     */
    public static function fromArray(mixed $value): self
    {
        if (! is_array($value) || ! is_string($value['key'] ?? null)) {
            throw new BadInput('A shortcut has a key, such as {"key": "Q", "run": ["quantize"]}.');
        }
        $key = Keystroke::parse($value['key']);
        $run = $value['run'] ?? null;
        $lines = array_values(array_filter(is_array($run) ? $run : [$run], is_string(...)));
        if ($lines === [] || count($lines) > self::MOST_LINES || count($lines) !== (is_array($run) ? count($run) : 1)) {
            throw new BadInput("{$key}: run takes 1 to ".self::MOST_LINES.' lines as text.');
        }
        $text = static fn (string $name, string $otherwise): string => match (true) {
            ! isset($value[$name]) => $otherwise,
            is_string($value[$name]) && mb_strlen($value[$name]) <= self::LONGEST_TEXT => $value[$name],
            default => throw new BadInput("{$key}: {$name} takes a text of at most ".self::LONGEST_TEXT.' characters.'),
        };
        $where = Surface::tryFrom($text('where', 'everywhere')) ?? throw new BadInput(
            "{$key}: where takes everywhere, roll, song, table or songs.",
        );
        $by = By::tryFrom($text('by', 'letter')) ?? throw new BadInput("{$key}: by takes letter or place.");

        $lines = array_map(EarlierLines::today(...), $lines);

        return new self(
            $key, $lines, $text('title', $lines[0]), $text('strip', ''), $where, $by,
            ($value['held'] ?? false) === true,
        );
    }

    /** @return array<string, mixed> only what differs from what is usual */
    public function toArray(): array
    {
        return ['key' => (string) $this->key, 'run' => $this->lines, 'title' => $this->title, 'strip' => $this->strip]
            + ($this->where === Surface::Everywhere ? [] : ['where' => $this->where->value])
            + ($this->by === By::Letter ? [] : ['by' => $this->by->value])
            + ($this->held ? ['held' => true] : []);
    }

    /** What makes a binding the same place on the keyboard, so that a map holds it once. */
    public function slot(): string
    {
        return "{$this->key}|{$this->where->value}";
    }
}
