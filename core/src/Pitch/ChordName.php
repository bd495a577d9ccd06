<?php

declare(strict_types=1);

namespace Jactonic\Core\Pitch;

use Jactonic\Core\Errors\BadInput;

/** A chord by its name: root, quality with tensions, and the bass where that is another note, such as “Dm7/G”. */
final readonly class ChordName
{
    /** Semitones above the root, by what stands behind the root in the name; simpler ones first. */
    public const QUALITIES = [
        '' => [0, 4, 7], 'm' => [0, 3, 7], '7' => [0, 4, 7, 10], 'm7' => [0, 3, 7, 10], 'maj7' => [0, 4, 7, 11],
        'sus4' => [0, 5, 7], 'sus2' => [0, 2, 7], 'dim' => [0, 3, 6], 'aug' => [0, 4, 8], '6' => [0, 4, 7, 9],
        'm6' => [0, 3, 7, 9],
        'm7b5' => [0, 3, 6, 10], 'dim7' => [0, 3, 6, 9], '7sus4' => [0, 5, 7, 10], 'mMaj7' => [0, 3, 7, 11],
        'add9' => [0, 2, 4, 7], 'madd9' => [0, 2, 3, 7], '9' => [0, 2, 4, 7, 10], 'm9' => [0, 2, 3, 7, 10],
        'maj9' => [0, 2, 4, 7, 11],
        '69' => [0, 2, 4, 7, 9], '9sus4' => [0, 2, 5, 7, 10], '7b9' => [0, 1, 4, 7, 10], '7#9' => [0, 3, 4, 7, 10],
        '7b5' => [0, 4, 6, 10], '7#5' => [0, 4, 8, 10], 'maj7#5' => [0, 4, 8, 11], 'maj7#11' => [0, 4, 6, 7, 11],
        '7#11' => [0, 4, 6, 7, 10],
        'm11' => [0, 2, 3, 5, 7, 10], '13' => [0, 2, 4, 7, 9, 10], '5' => [0, 7],
    ];

    /** Other ways a quality is written, by what it is called here. */
    private const ALSO = [
        'maj' => '', 'M' => '', 'min' => 'm', '-' => 'm', 'mi' => 'm', 'M7' => 'maj7', 'ma7' => 'maj7',
        'Maj7' => 'maj7', 'min7' => 'm7', '-7' => 'm7', 'mi7' => 'm7',
        'o' => 'dim', '°' => 'dim', 'o7' => 'dim7', '°7' => 'dim7', 'ø' => 'm7b5', 'ø7' => 'm7b5', 'min7b5' => 'm7b5',
        '-7b5' => 'm7b5', '+' => 'aug', '+7' => '7#5', 'aug7' => '7#5',
        'sus' => 'sus4', '2' => 'sus2', 'min6' => 'm6', '-6' => 'm6', 'min9' => 'm9', '-9' => 'm9', 'M9' => 'maj9',
        'mM7' => 'mMaj7', 'minMaj7' => 'mMaj7', '6/9' => '69', 'min11' => 'm11',
    ];

    /** What a quality is without its tensions, and without its seventh or sixth. */
    private const PLAINER = [
        'add9' => ['', ''], 'madd9' => ['m', 'm'], '9' => ['7', ''], 'm9' => ['m7', 'm'], 'maj9' => ['maj7', ''],
        '69' => ['6', ''], '9sus4' => ['7sus4', 'sus4'], '7b9' => ['7', ''], '7#9' => ['7', ''],
        'maj7#11' => ['maj7', ''], '7#11' => ['7', ''], 'm11' => ['m7', 'm'], '13' => ['7', ''],
        '7' => ['7', ''], 'm7' => ['m7', 'm'], 'maj7' => ['maj7', ''], '6' => ['6', ''], 'm6' => ['m6', 'm'],
        'm7b5' => ['m7b5', 'dim'], 'dim7' => ['dim7', 'dim'], '7sus4' => ['7sus4', 'sus4'], 'mMaj7' => ['mMaj7', 'm'],
        '7b5' => ['7b5', ''], '7#5' => ['7#5', 'aug'], 'maj7#5' => ['maj7#5', 'aug'],
    ];

    public const LONGEST = 16;

    /**
     * @param  int  $root  pitch class 0–11
     * @param  string  $quality  as `QUALITIES` names it
     * @param  int|null  $bass  pitch class 0–11; null where it is the root
     */
    private function __construct(
        public int $root,
        public string $quality,
        public ?int $bass,
        private string $text,
    ) {
    }

    /** Spelled as a key has its notes. */
    public static function of(int $root, string $quality, ?int $bass = null, ?Scale $key = null): self
    {
        $spelling = Spelling::in($key);
        $under = $bass === $root ? null : $bass;

        return new self(
            $root, $quality, $under,
            $spelling->name($root).$quality.($under === null ? '' : '/'.$spelling->name($under)),
        );
    }

    /** @throws BadInput where it is no chord */
    public static function parse(string $text): self
    {
        $plain = strtr(trim($text), ['♯' => '#', '♭' => 'b', 'Δ7' => 'maj7', 'Δ' => 'maj7', '(' => '', ')' => '']);
        if (preg_match('#^([A-G][\#b]?)(.*?)(?:/([A-G][\#b]?))?$#u', $plain, $found) === 1) {
            $quality = self::ALSO[$found[2]] ?? $found[2];
            $root = PitchName::tryParseClass($found[1]);
            $bass = isset($found[3]) ? PitchName::tryParseClass($found[3]) : null;
            if ($root !== null && isset(self::QUALITIES[$quality])) {
                return new self(
                    $root, $quality, $bass === $root ? null : $bass,
                    $found[1].$quality.($bass === null || $bass === $root ? '' : "/{$found[3]}"),
                );
            }
        }

        throw BadInput::within(
            "“{$text}” is no chord; write a root, what it is and the bass where it is another note, such as Dm7/G. "
                .'There are: '.implode(', ', array_filter(array_map(strval(...), array_keys(self::QUALITIES)))).'.',
        );
    }

    /** @return list<int> the pitch classes of its notes, the root first; the bass, where it is none of them, last */
    public function classes(): array
    {
        $classes = array_map(fn (int $above): int => ($this->root + $above) % 12, self::QUALITIES[$this->quality]);

        return $this->bass === null || in_array($this->bass, $classes, true) ? $classes : [...$classes, $this->bass];
    }

    public function contains(int $pitch): bool
    {
        return in_array($pitch % 12, $this->classes(), true);
    }

    /** The same chord called by less of what it holds. */
    public function plainer(bool $tensions, bool $sevenths, bool $bass, ?Scale $key = null): self
    {
        $quality = match (true) {
            ! $sevenths => self::PLAINER[$this->quality][1] ?? $this->quality,
            ! $tensions => self::PLAINER[$this->quality][0] ?? $this->quality,
            default => $this->quality,
        };

        return self::of($this->root, $quality, $bass ? $this->bass : null, $key);
    }

    /** The same chord as another key would spell it. */
    public function in(?Scale $key): self
    {
        return self::of($this->root, $this->quality, $this->bass, $key);
    }

    public function transposed(int $semitones, ?Scale $key = null): self
    {
        $moved = static fn (int $class): int => (($class + $semitones) % 12 + 12) % 12;

        return self::of($moved($this->root), $this->quality, $this->bass === null ? null : $moved($this->bass), $key);
    }

    public function __toString(): string
    {
        return $this->text;
    }
}
