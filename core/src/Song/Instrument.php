<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

use Jactonic\Core\Errors\BadInput;
use Stringable;

/**
 * What a track plays: a program of a bank. The bank is the one that ships, which has what the General MIDI standard
 * names, or one of one's own by its name.
 *
 * Written `violin`, `violin/1024` for another bank number, `jazz-kit` for drums; `gm:41` by its number as the standard
 * counts them, from 1; `warm-keys:5`, `warm-keys:5/128`, `warm-keys:kit1` of a bank of one's own.
 */
final readonly class Instrument implements Stringable
{
    /** The bank that ships. */
    public const SHIPPED = 'gm';

    public const MOST_NUMBER = 16383;

    /** What a bank may be called. */
    public const BANK_NAME = '[a-z0-9](?:[a-z0-9-]{0,60}[a-z0-9])?';

    /**
     * @param  int  $program  0–127
     * @param  int  $number  of its bank, 0–16,383: controller 0 in the high seven bits, controller 32 in the low ones
     * @param  bool  $isKit  whether it is drums, each pitch another one
     * @param  string  $bank  the name of a bank
     */
    public function __construct(
        public int $program,
        public int $number = 0,
        public bool $isKit = false,
        public string $bank = self::SHIPPED,
    ) {
    }

    /** @throws BadInput where it names none */
    public static function parse(string $text): self
    {
        $form = '~^(?:(?<bank>'.self::BANK_NAME.'):(?<kit>kit)?(?<program>\d{1,3})|(?<name>[^:/]+))'
            .'(?:/(?<number>\d{1,5}))?$~';
        if (preg_match($form, strtolower(trim($text)), $found, PREG_UNMATCHED_AS_NULL) === 1) {
            $number = (int) ($found['number'] ?? 0);
            $program = (int) ($found['program'] ?? 1) - 1;
            $named = isset($found['name']) ? GeneralMidi::find($found['name']) : null;
            if ($number <= self::MOST_NUMBER && $named !== null) {
                return new self($named->program, $named->isKit ? 0 : $number, $named->isKit);
            }
            $isKit = isset($found['kit']);
            if ($number <= self::MOST_NUMBER && isset($found['bank']) && $program >= 0 && $program < 128) {
                return new self($program, $isKit ? 0 : $number, $isKit, $found['bank']);
            }
        }

        throw new BadInput(
            "There is no instrument {$text}: it takes a name of General MIDI such as violin, nylon guitar or jazz kit, "
                .'gm:41 by its number, or one of a bank of your own such as warm-keys:5.',
        );
    }

    /** What one calls it. */
    public function title(): string
    {
        $of = $this->isKit ? GeneralMidi::kit($this->program) : GeneralMidi::name($this->program);

        return match (true) {
            $this->bank !== self::SHIPPED => "{$this->bank} ".($this->isKit ? 'kit ' : '').($this->program + 1)
                .($this->number > 0 ? "/{$this->number}" : ''),
            $this->number > 0 => "{$of}, bank {$this->number}",
            default => $of,
        };
    }

    /** @return array{name: string, title: string, bank: string, number: int, program: int, isKit: bool} */
    public function describe(): array
    {
        return [
            'name' => (string) $this, 'title' => $this->title(), 'bank' => $this->bank, 'number' => $this->number,
            'program' => $this->program, 'isKit' => $this->isKit,
        ];
    }

    /** The light voice of ours that is nearest to it, and sounds until its bank is there. */
    public function voice(): Voice
    {
        return $this->isKit ? Voice::Drums : Voice::ofProgram($this->program);
    }

    public function __toString(): string
    {
        $number = $this->number > 0 ? "/{$this->number}" : '';
        if ($this->bank !== self::SHIPPED) {
            return "{$this->bank}:".($this->isKit ? 'kit' : '').($this->program + 1).$number;
        }
        $title = $this->isKit ? GeneralMidi::kit($this->program) : GeneralMidi::name($this->program);
        // A kit that has no name of its own goes by its number.
        if ($this->isKit && GeneralMidi::find($title)?->program !== $this->program) {
            return self::SHIPPED.':kit'.($this->program + 1);
        }

        return trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($title)), '-').$number;
    }
}
