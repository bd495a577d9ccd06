<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** The tracks and rows of the song that are named at a place of what is said. */
final class NamesInSong
{
    /**
     * Names of tracks: whole, or by a word of theirs, or by what they sound like.
     *
     * @param  list<Word>  $words
     * @return array<int, string> by how many words they are
     */
    public static function tracks(array $words, int $at, Speaker $speaker): array
    {
        $found = [];
        foreach ($speaker->tracks as $track) {
            $length = Word::match($words, $at, Speaker::plain($track->name));
            if ($length > 0) {
                $found[$length] ??= $track->name;
            }
        }
        $word = $words[$at]->text ?? '';
        $single = preg_replace('/s$/', '', $word) ?? $word;
        if (mb_strlen($word) > 2 && ! isset($found[1])) {
            foreach ($speaker->tracks as $track) {
                $parts = preg_split('/[\s\-_]+/', Speaker::plain($track->name)) ?: [];
                if (array_intersect([$word, $single, "{$word}s"], $parts) !== []) {
                    $found[1] = $track->name;
                    break;
                }
            }
        }
        foreach (Slot::table(AmountWords::VOICES, $words, $at) as $length => $voice) {
            foreach ($speaker->tracks as $track) {
                if ($track->voice->value === $voice && ! isset($found[$length])) {
                    $found[$length] = $track->name;
                }
            }
        }

        return $found;
    }

    /**
     * Names of rows, or a part of them, where a track has such a row.
     *
     * @param  list<Word>  $words
     * @return array<int, string> by how many words they are
     */
    public static function rows(array $words, int $at, Speaker $speaker): array
    {
        $found = array_filter(
            Slot::table(WhoWords::ROWS, $words, $at),
            static fn (string $row): bool => $speaker->withRow($row) !== null,
        );
        foreach ($speaker->tracks as $track) {
            foreach ($track->rowNames()->rows as [$name]) {
                $length = $name === '' ? 0 : Word::match($words, $at, Speaker::plain($name));
                if ($length > 0) {
                    $found[$length] ??= Speaker::plain($name);
                }
            }
        }

        return $found;
    }
}
