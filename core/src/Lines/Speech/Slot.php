<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Pitch\PitchName;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Song\GeneralMidi;

/** What kind of words a pattern waits for at a place, and how these are read. */
enum Slot: string
{
    case Time = 'time';
    case Grid = 'grid';
    case Number = 'n';
    case Tempo = 'tempo';
    case Signed = 'signed';
    case Percent = 'percent';
    case Share = 'share';
    case Level = 'level';
    case Difference = 'difference';
    case Interval = 'interval';
    case Pitch = 'pitch';
    case Chord = 'chord';
    case Key = 'key';
    case Meter = 'meter';
    case Ratio = 'ratio';
    case Position = 'position';
    case At = 'at';
    case Lane = 'lane';
    case Voice = 'voice';
    /** An instrument by its own name, such as a cello: it says more than its family. */
    case Instrument = 'instrument';
    /** A voice that no track is called by, nor sounds like. */
    case NewVoice = 'newvoice';
    case Track = 'track';
    case Row = 'row';
    case Beats = 'beats';
    case Bars = 'bars';
    case Text = 'text';

    private const OF_TEXT = 0.02;

    /**
     * What stands at a place, in every way it can be read; the longest first.
     *
     * @param  list<Word>  $words
     * @return list<Reading>
     */
    public function read(array $words, int $at, Speaker $speaker): array
    {
        $readings = match ($this) {
            self::Time => self::table(AmountWords::TIMES, $words, $at) + Times::lengths($words, $at, $speaker),
            self::Grid => Times::grids($words, $at),
            self::Number => Times::number($words, $at),
            self::Tempo => Times::number($words, $at, decimals: 3),
            self::Signed => self::plain('/^[+-]\d+(\.\d+)?$/', $words, $at),
            self::Percent => self::percent($words, $at),
            self::Share => self::percent($words, $at) + self::table(AmountWords::SHARES, $words, $at),
            self::Level => self::plain('/^\d{1,3}$/', $words, $at),
            self::Difference => self::plain('/^\d{1,3}$/', $words, $at)
                + self::table(AmountWords::LEVELS, $words, $at),
            self::Interval => Times::intervals($words, $at),
            self::Pitch => self::those($words, $at, 1, self::pitch(...)),
            self::Chord => self::those($words, $at, 3, self::chord(...)),
            self::Key => self::those($words, $at, 3, self::key(...)),
            self::Meter => self::plain('#^\d{1,2}/\d{1,2}$#', $words, $at)
                + self::table(AmountWords::METERS, $words, $at),
            self::Ratio => self::plain('#^\d+([/.]\d+)?$#', $words, $at) + self::table(
                ['half' => '1/2', 'double' => '2', 'twice' => '2', 'a third' => '1/3', 'two thirds' => '2/3'],
                $words, $at,
            ),
            self::Position => Places::positions($words, $at),
            self::At => Places::moments($words, $at),
            self::Lane => self::table(AmountWords::LANES, $words, $at) + self::plain('/^cc\d{1,3}$/', $words, $at),
            self::Voice => self::table(array_diff_key(AmountWords::VOICES, self::instruments()), $words, $at),
            self::Instrument => self::table(self::instruments(), $words, $at),
            // Said alone: among other words it may be meant otherwise, as in “play the chords”.
            self::NewVoice => array_intersect_key(
                array_diff_key(
                    self::table(AmountWords::VOICES, $words, $at), NamesInSong::tracks($words, $at, $speaker),
                ),
                $at === 0 ? [count($words) => true] : [],
            ),
            self::Track => NamesInSong::tracks($words, $at, $speaker),
            self::Row => NamesInSong::rows($words, $at, $speaker),
            self::Beats => Places::beats($words, $at, $speaker),
            self::Bars => Places::bars($words, $at, $speaker),
            self::Text => self::text($words, $at),
        };
        krsort($readings);

        // A name takes no more words than it has to: “Intro at bar 1” is a name and a place.
        $cost = $this === self::Text ? self::OF_TEXT : 0.0;

        return array_map(
            static fn (int $length, string $value): Reading => new Reading($length, $value, $cost * $length),
            array_keys($readings), array_values($readings),
        );
    }

    /** @return array<string, string> the names of instruments, but those by which one means a family of them */
    private static function instruments(): array
    {
        /** @var array<string, string>|null $names */
        static $names = null;
        $names ??= array_filter(
            GeneralMidi::words(),
            static fn (string $name, string $said): bool => ! isset(AmountWords::VOICES[$said]) || $name === $said,
            ARRAY_FILTER_USE_BOTH,
        );

        return $names;
    }

    /**
     * The phrases of a table that stand at a place.
     *
     * @param  array<array-key, int|string>  $table
     * @param  list<Word>  $words
     * @return array<int, string> values by how many words they are
     */
    public static function table(array $table, array $words, int $at): array
    {
        $found = [];
        foreach ($table as $phrase => $value) {
            $length = Word::match($words, $at, (string) $phrase);
            if ($length > 0) {
                $found[$length] ??= (string) $value;
            }
        }

        return $found;
    }

    /**
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    private static function plain(string $pattern, array $words, int $at): array
    {
        $word = $words[$at]->text ?? '';

        return preg_match($pattern, $word) === 1 ? [1 => ltrim($word, '+')] : [];
    }

    /**
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    private static function percent(array $words, int $at): array
    {
        $isShare = in_array($words[$at + 1]->text ?? '', ['%', 'percent'], true);

        return preg_match('/^[+-]?\d{1,4}$/', $words[$at]->text ?? '') === 1 && $isShare
            ? [2 => $words[$at]->text]
            : [];
    }

    /**
     * What up to so many words are together.
     *
     * @param  list<Word>  $words
     * @param  callable(string): ?string  $value
     * @return array<int, string>
     */
    private static function those(array $words, int $at, int $most, callable $value): array
    {
        $found = [];
        for ($length = 1; $length <= $most && isset($words[$at + $length - 1]); $length++) {
            $said = implode(' ', array_map(
                static fn (Word $word): string => $word->said, array_slice($words, $at, $length),
            ));
            $read = $value($said);
            if ($read !== null) {
                $found[$length] = $read;
            }
        }

        return $found;
    }

    private static function pitch(string $said): ?string
    {
        return preg_match('/^[a-g][#b]?-?\d$/i', $said) === 1
            ? PitchName::of(PitchName::parse($said))
            : null;
    }

    /**
     * A chord in signs or in words: “Bm9”, “b minor ninth”. A letter alone is one where it is a capital; “C2” and “C5”
     * are pitches, as the roll calls them.
     */
    private static function chord(string $said): ?string
    {
        if (preg_match('/^([a-g])((?:#|b| sharp| flat)?)(?:( .+)|([^\s]*))$/i', $said, $found) !== 1) {
            return null;
        }
        if (preg_match('/^[0-58]$/', $found[4] ?? '') === 1) {
            return null;
        }
        $sign = ['' => '', '#' => '#', 'b' => 'b', ' sharp' => '#', ' flat' => 'b'][strtolower($found[2])] ?? '';
        $behind = ltrim($found[3] ?? '');
        $inWords = $behind === '' ? null : AmountWords::QUALITIES[strtolower($behind)] ?? null;
        if (ctype_lower($said[0]) && $inWords === null && preg_match('/\d|maj|min|dim|aug|sus/', $said) !== 1) {
            return null;
        }
        try {
            return (string) ChordName::parse(
                strtoupper($found[1]).$sign.($behind === '' ? $found[4] ?? '' : $inWords ?? '?'),
            );
        } catch (CoreError) {
            return null;
        }
    }

    private static function key(string $said): ?string
    {
        $parts = explode(' ', mb_strtolower($said), 2);
        $sign = preg_match('/^(sharp|flat) (.+)$/', $parts[1] ?? '', $found) === 1;
        $root = ucfirst($parts[0]).($sign ? ($found[1] === 'sharp' ? '#' : 'b') : '');
        $shape = $sign ? $found[2] : $parts[1] ?? '';

        return isset(Scale::SHAPES[$shape]) && PitchName::tryParseClass($root) !== null ? "{$root} {$shape}" : null;
    }

    /**
     * A text in quotes, or so many of the words that are left.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    private static function text(array $words, int $at): array
    {
        $texts = [];
        $text = '';
        foreach (array_slice($words, $at) as $k => $word) {
            $text = trim("{$text} {$word->said}");
            $texts[$k + 1] = $text;
        }

        return $texts;
    }
}
