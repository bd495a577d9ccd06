<?php

declare(strict_types=1);

namespace App\Http;

use Jactonic\Core\Recipes\RecipeFile;
use Jactonic\Core\Song\Song;

/**
 * How much the body of a request may hold. It is looked at before the framework sees it, which reads JSON whole: lists
 * and values are counted in the text, before any of them takes memory. What stands in texts is counted as well, for a
 * text may be a file of JSON.
 */
final class BodyBounds
{
    /** How many lists, and how many values, the bodies of an address may hold. The last holds for all others. */
    private const BOUNDS = [
        // A name and a file, or what a song begins with.
        '#^/api/songs$#' => [8, 64],
        // A phrase of notes and points with all their columns, or a take.
        '#^/api/songs/\d+/(edits|ahead|say|why|choose|select|match|advice|keys|selections)$#' => [110_000, 4_600_000],
        '#^/api/songs/\d+/(open|sound|undo|redo|history)$#' => [64, 4 * Song::MOST_CLIPS],
        '#^/api/shelf#' => [5_000, 4_600_000],
        // Bytes, in which anything may stand.
        '#^/api/banks/begun/#' => [PHP_INT_MAX, PHP_INT_MAX],
        '#^/api/recipes/order$#' => [2, RecipeFile::MOST + 4],
        '#^/api/(keymaps|recipes)#' => [20_000, 300_000],
        '##' => [2_000, 20_000],
    ];

    /**
     * Why a body is not read; null where it is.
     *
     * @param  array<array-key, mixed>  $server  as PHP gives it
     * @return array{int, string}|null the status of the answer, and words
     */
    public static function refusal(array $server, string $body): ?array
    {
        $announced = $server['CONTENT_LENGTH'] ?? '';
        if (is_numeric($announced) && strlen($body) < (int) $announced) {
            return [
                503,
                'What was sent could not be read whole: the folder for temporary files, '.sys_get_temp_dir()
                    .', is full or cannot be written. Nothing was changed; make room there and try again.',
            ];
        }
        $uri = $server['REQUEST_URI'] ?? '';
        [$lists, $values] = self::of(is_string($uri) ? explode('?', $uri)[0] : '');
        if (substr_count($body, '[') + substr_count($body, '{') > $lists || substr_count($body, ',') > $values) {
            return [
                422,
                'That holds more than is taken here: at most '.number_format($lists).' lists and '
                    .number_format($values).' values. Nothing was changed.',
            ];
        }

        return null;
    }

    /** @return array{int, int} */
    private static function of(string $path): array
    {
        foreach (self::BOUNDS as $pattern => $bounds) {
            if (preg_match($pattern, $path) === 1) {
                return $bounds;
            }
        }

        return [0, 0];
    }
}
