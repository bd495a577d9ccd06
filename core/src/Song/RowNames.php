<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\PitchName;

/**
 * The rows of a track that have a name, a colour or a place of their own, from the top down: what a drum kit, or an
 * instrument with keys that do something else, plays on each pitch. Written `D2 Snare; C2/3 Kick`.
 */
final readonly class RowNames
{
    public const LONGEST_NAME = 20;

    private const NONE = 'none';

    /** The percussion map of the General MIDI 1 specification, with names as short as a row's head needs. */
    private const GENERAL_MIDI = [
        81 => 'Triangle', 80 => 'Muted triangle', 79 => 'Open cuíca', 78 => 'Muted cuíca', 77 => 'Woodblock low',
        76 => 'Woodblock high', 75 => 'Claves',
        74 => 'Long güiro', 73 => 'Short güiro', 72 => 'Long whistle', 71 => 'Short whistle', 70 => 'Maracas',
        69 => 'Cabasa', 68 => 'Agogô low', 67 => 'Agogô high',
        66 => 'Timbale low', 65 => 'Timbale high', 64 => 'Conga low', 63 => 'Conga open', 62 => 'Conga muted',
        61 => 'Bongo low', 60 => 'Bongo high', 59 => 'Ride 2',
        58 => 'Vibraslap', 57 => 'Crash 2', 56 => 'Cowbell', 55 => 'Splash', 54 => 'Tamb', 53 => 'Bell', 52 => 'China',
        51 => 'Ride', 50 => 'Tom 1', 49 => 'Crash',
        48 => 'Tom 2', 47 => 'Tom 3', 46 => 'Open hat', 45 => 'Tom 4', 44 => 'Foot hat', 43 => 'Floor', 42 => 'Hat',
        41 => 'Floor 2', 40 => 'Snare 2', 39 => 'Clap',
        38 => 'Snare', 37 => 'Stick', 36 => 'Kick', 35 => 'Kick 2',
    ];

    /**
     * @param  array<int, array{string, int}>  $rows  by pitch, from the top down: name, or '', and colour of the theme,
     *     0 for the track's
     */
    private function __construct(public array $rows)
    {
    }

    /**
     * @param  array<int, array{string, int}>  $rows  by pitch, from the top down
     *
     * @throws BadInput where a pitch, a name or a colour is none
     */
    public static function of(array $rows): self
    {
        foreach ($rows as $pitch => [$name, $colour]) {
            if ($pitch < 0 || $pitch > 127 || $colour < 0 || $colour > Track::COLOURS) {
                throw BadInput::within(
                    'A row has a pitch from C-1 to G9, and a colour from 1 to '.Track::COLOURS.' or none.',
                );
            }
            if (mb_strlen($name) > self::LONGEST_NAME || preg_match('/^[^;"\p{C}]*$/u', $name) !== 1) {
                throw BadInput::within(
                    "“{$name}” is no name of a row: it has at most ".self::LONGEST_NAME
                        .' characters, and no quotes or semicolons.',
                );
            }
        }

        return new self($rows);
    }

    public static function none(): self
    {
        return new self([]);
    }

    public static function generalMidi(): self
    {
        return new self(array_map(static fn (string $name): array => [$name, 0], self::GENERAL_MIDI));
    }

    /** @throws BadInput where the text is none */
    public static function parse(string $text): self
    {
        if (trim($text) === self::NONE) {
            return self::none();
        }
        $rows = [];
        foreach (explode(';', $text) as $row) {
            if (preg_match('~^\s*([A-Ga-g][#b]?-?\d|\d{1,3})(?:/(\d))?(?:\s+(.*?))?\s*$~u', $row, $found) !== 1) {
                throw BadInput::within(
                    "“{$row}” is no row; write its pitch, a colour where it has one, and its name, such as C2/3 Kick, "
                        .'with ; between rows.',
                );
            }
            $pitch = PitchName::parse($found[1]);
            if (isset($rows[$pitch])) {
                throw BadInput::within(PitchName::of($pitch).' stands in it twice; a pitch has one row.');
            }
            $rows[$pitch] = [$found[3] ?? '', (int) ($found[2] ?? 0)];
        }

        return self::of($rows);
    }

    public function __toString(): string
    {
        if ($this->rows === []) {
            return self::NONE;
        }
        $text = [];
        foreach ($this->rows as $pitch => [$name, $colour]) {
            $text[] = trim(PitchName::of($pitch).($colour > 0 ? "/{$colour}" : '').' '.$name);
        }

        return implode('; ', $text);
    }

    /** What a row is called: its name, or else its pitch. */
    public function called(int $pitch): string
    {
        return ($this->rows[$pitch][0] ?? '') !== '' ? $this->rows[$pitch][0] : PitchName::of($pitch);
    }

    /**
     * The rows that are called so: by the whole name, or else by words in it, “hat” being “Hat” and “Open hat” too, and
     * “closed hat” the one that is just called “Hat”.
     *
     * @param  string  $name  in any case; `-` may stand for a blank
     * @return list<int> pitches, those that are called just so first
     */
    public function pitches(string $name): array
    {
        $wanted = self::plain($name);
        $whole = $parts = [];
        foreach ($this->rows as $pitch => [$called]) {
            $plain = self::plain($called);
            if ($plain === $wanted) {
                $whole[] = $pitch;
            } elseif ($wanted !== '' && str_contains(" {$plain} ", " {$wanted} ")) {
                $parts[] = $pitch;
            }
        }

        if ($whole === [] && $parts === [] && str_starts_with($wanted, 'closed ')) {
            $rest = substr($wanted, strlen('closed '));

            return array_keys(array_filter(
                $this->rows, static fn (array $row): bool => self::plain($row[0]) === $rest,
            ));
        }

        return [...$whole, ...$parts];
    }

    private static function plain(string $name): string
    {
        return str_replace('-', ' ', mb_strtolower(trim($name)));
    }

    /**
     * With another name or colour of a row; one that had neither joins the others where its pitch lies among them.
     *
     * @throws BadInput where it is no name or colour
     */
    public function with(int $pitch, string $name, int $colour): self
    {
        $rows = $this->rows;
        if (! isset($rows[$pitch])) {
            $above = array_filter(array_keys($rows), static fn (int $row): bool => $row > $pitch);
            $place = $above === [] ? 0 : (int) array_key_last($above) + 1;
            $rows = self::inserted($rows, $place, $pitch, ['', 0]);
        }
        $rows[$pitch] = [trim($name), $colour];

        return self::of($rows);
    }

    /** With a row right above or right below another one; both are among the named ones from then on. */
    public function moved(int $pitch, int $beside, Beside $side): self
    {
        if ($pitch === $beside) {
            return $this;
        }
        $row = $this->rows[$pitch] ?? ['', 0];
        $rows = isset($this->rows[$beside]) ? $this->rows : $this->with($beside, '', 0)->rows;
        unset($rows[$pitch]);
        $place = (int) array_search($beside, array_keys($rows), true);

        return new self(self::inserted($rows, $side === Beside::Above ? $place : $place + 1, $pitch, $row));
    }

    /**
     * @param  array<int, array{string, int}>  $rows
     * @param  array{string, int}  $row
     * @return array<int, array{string, int}>
     */
    private static function inserted(array $rows, int $place, int $pitch, array $row): array
    {
        return array_slice($rows, 0, $place, true) + [$pitch => $row] + array_slice($rows, $place, null, true);
    }
}
