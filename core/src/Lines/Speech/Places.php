<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

use Jactonic\Core\Time\TickRange;

/** Reads where: each by how many words it is, as a line writes it. */
final class Places
{
    /**
     * A place by its bar: “bar 6”, “3.1”, “bar 3 beat 2”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function positions(array $words, int $at): array
    {
        $word = $words[$at]->text ?? '';
        $found = preg_match('/^[1-9]\d{0,5}\.\d{1,3}(\.\d{1,6})?$/', $word) === 1 ? [1 => $word] : [];
        $bar = in_array($word, ['bar', 'measure'], true) ? Times::number($words, $at + 1)[1] ?? null : null;
        if ($bar !== null && (int) $bar > 0) {
            $found[2] = "{$bar}.1";
            $beat = ($words[$at + 2]->text ?? '') === 'beat' ? Times::number($words, $at + 3)[1] ?? null : null;
            if ($beat !== null) {
                $found[4] = "{$bar}.{$beat}";
            }
        }

        return $found;
    }

    /**
     * A moment: “here”, “at the playhead”, “at bar 6”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function moments(array $words, int $at): array
    {
        $found = Slot::table(PlaceWords::MOMENTS, $words, $at);
        $prefix = in_array($words[$at]->text ?? '', ['at', 'in', 'on', 'to', 'from'], true) ? 1 : 0;
        foreach (self::positions($words, $at + $prefix) as $length => $value) {
            $found[$length + $prefix] ??= $value;
        }

        return $found;
    }

    /**
     * Beats of the bar: “1 and 3”, “two and four”, “every beat”; as velocities of the bar’s beats with a star where a
     * beat is meant.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function beats(array $words, int $at, Speaker $speaker): array
    {
        $count = $speaker->context->time->meters->meterAt($speaker->span()->from)->numerator;
        $found = [];
        foreach (Slot::table(
            ['every beat' => '', 'each beat' => '', 'all beats' => '', 'the beat' => '', 'beat' => '',
                'four to the floor' => '', 'four on the floor' => ''],
            $words, $at,
        ) as $length => $every) {
            $found[$length] = $every.implode(',', array_fill(0, $count, '*'));
        }
        $chosen = [];
        $first = in_array($words[$at]->text ?? '', ['beat', 'beats'], true) ? $at + 1 : $at;
        for ($k = $first; isset($words[$k]); $k++) {
            $beat = (int) (Times::number($words, $k)[1] ?? 0);
            if ($beat > 0 && $beat <= $count) {
                $chosen[$beat] = true;
                $found[$k - $at + 1] = implode(',', array_map(
                    static fn (int $beat): string => isset($chosen[$beat]) ? '*' : '0', range(1, $count),
                ));
            } elseif ($chosen === [] || ! in_array($words[$k]->text, ['and', '&', '+', 'beat', 'beats'], true)) {
                break;
            }
        }

        return $found;
    }

    /**
     * Bars, in ticks: “bar 3”, “bars 3 to 6”, “4 bars”.
     *
     * @param  list<Word>  $words
     * @return array<int, string>
     */
    public static function bars(array $words, int $at, Speaker $speaker): array
    {
        $found = [];
        $number = static fn (int $at): ?int => isset(Times::number($words, $at)[1])
            ? (int) Times::number($words, $at)[1]
            : null;
        [$first, $second] = [$words[$at]->text ?? '', $words[$at + 1]->text ?? ''];
        if (in_array($first, ['bar', 'bars', 'measure', 'measures'], true)) {
            [$from, $to] = preg_match('/^(\d+)(?:-|–)(\d+)$/', $second, $span) === 1
                ? [(int) $span[1], (int) $span[2]]
                : [$number($at + 1), $number($at + 1)];
            if ($from !== null && $from > 0 && $to >= $from) {
                $found[2] = self::range($speaker, $from, $to);
                $last = in_array($words[$at + 2]->text ?? '', ['to', 'through', 'until', '-', 'and'], true)
                    ? $number($at + 3)
                    : null;
                if ($last !== null && $last >= $from) {
                    $found[4] = self::range($speaker, $from, $last);
                }
            }
        }
        $count = $number($at);
        $more = in_array($second, ['empty', 'more', 'new', 'silent'], true) ? 1 : 0;
        $unit = $words[$at + 1 + $more]->text ?? '';
        if (($count ?? 0) > 0 && $count <= 1000 && in_array($unit, ['bar', 'bars', 'measures'], true)) {
            $found[2 + $more] = self::text($speaker->bars($count));
        } elseif (in_array("{$first} {$second}", ['a bar', 'one bar'], true)) {
            $found[2] = self::text($speaker->bars(1));
        }

        return $found;
    }

    private static function range(Speaker $speaker, int $from, int $to): string
    {
        return self::text(TickRange::of($speaker->bar($from), $speaker->bar($to + 1)));
    }

    public static function text(TickRange $range): string
    {
        return "{$range->from}..{$range->to}";
    }
}
