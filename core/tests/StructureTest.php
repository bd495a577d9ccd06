<?php

declare(strict_types=1);

namespace Jactonic\Core\Tests;

use FilesystemIterator;
use PHPUnit\Framework\TestCase;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

final class StructureTest extends TestCase
{
    public function test_the_core_names_nothing_outside_itself_and_php(): void
    {
        foreach ($this->files(__DIR__.'/../src') as $path => $code) {
            self::assertDoesNotMatchRegularExpression('/\b(Illuminate|Laravel|App|Symfony|Carbon)\\\\/', $code, $path);
            self::assertDoesNotMatchRegularExpression(
                '/\b(file_get_contents|file_put_contents|fopen|echo|print|env|microtime|time)\(/', $code, $path,
            );
        }
    }

    /** The namespaces in their order: each uses only itself and those before it. */
    private const ORDER = [
        'Errors', 'Saying', 'Time', 'Pitch', 'Content', 'Song', 'Parameters', 'Context', 'Conditions', 'Advice',
        'Edits', 'Lines', 'Recipes', 'Reasons', 'History', 'Smf', 'Score', 'Shelf', 'Banks', 'Keys',
    ];

    public function test_each_namespace_uses_only_those_before_it(): void
    {
        $used = [];
        foreach ($this->files(__DIR__.'/../src') as $path => $code) {
            self::assertSame(1, preg_match('/^namespace Jactonic\\\\Core\\\\(\w+)/m', $code, $own), $path);
            $place = array_search($own[1], self::ORDER, true);
            self::assertIsInt($place, "{$path}: the namespace {$own[1]} has no place in the order");
            preg_match_all('/Jactonic\\\\Core\\\\(\w+)/', $code, $found);
            foreach (array_unique($found[1]) as $other) {
                self::assertLessThanOrEqual(
                    $place, array_search($other, self::ORDER, true),
                    "{$path} uses {$other}, which comes after {$own[1]}",
                );
            }
            $used[$own[1]] = true;
        }
        self::assertCount(count(self::ORDER), $used, 'every namespace of the order is there');
    }

    /** Rooms that need each other, and why. */
    private const RINGS = [
        // The reader makes steps, of which one runs a script of its own: a factory and its kinds.
        'Jactonic\\Core\\Recipes' => 'Jactonic\\Core\\Recipes\\Steps',
    ];

    public function test_no_two_rooms_need_each_other(): void
    {
        $needs = [];
        foreach ([...$this->files(__DIR__.'/../src'), ...$this->files(__DIR__.'/../../app')] as $code) {
            if (preg_match('/^namespace ([\w\\\\]+);/m', $code, $own) === 1) {
                preg_match_all('/(?<!namespace )\b((?:Jactonic\\\\Core|App)(?:\\\\\w+)*)\\\\\w+/', $code, $found);
                $needs[$own[1]] = ($needs[$own[1]] ?? []) + array_diff_key(array_flip($found[1]), [$own[1] => 0]);
            }
        }
        foreach ($needs as $room => $others) {
            foreach (array_keys($this->reached($others, $needs)) as $other) {
                $isKnown = (self::RINGS[$room] ?? null) === $other || (self::RINGS[$other] ?? null) === $room;
                $isRing = isset($this->reached($needs[$other] ?? [], $needs)[$room]);
                self::assertFalse($isRing && ! $isKnown && $other !== $room, "{$room} and {$other} need each other");
            }
        }
        self::assertGreaterThan(40, count($needs));
    }

    public function test_one_word_is_one_class(): void
    {
        // A step of the history is what scripts left, a step of a script is what it runs: both trades say so.
        $shared = ['Step'];
        $names = [];
        foreach ([...$this->files(__DIR__.'/../src'), ...$this->files(__DIR__.'/../../app')] as $path => $_) {
            $names[basename($path, '.php')][] = $path;
        }
        $twice = array_filter($names, static fn (array $paths): bool => count($paths) > 1);

        self::assertSame($shared, array_keys($twice));
    }

    /**
     * @param  array<string, int>  $rooms
     * @param  array<string, array<string, int>>  $needs
     * @return array<string, int> what they need, and what that needs in turn
     */
    private function reached(array $rooms, array $needs): array
    {
        $all = $rooms;
        for ($new = $rooms; $new !== []; $all += $new) {
            $next = [];
            foreach (array_keys($new) as $room) {
                $next += $needs[$room] ?? [];
            }
            $new = array_diff_key($next, $all);
        }

        return $all;
    }

    public function test_controllers_hold_no_music(): void
    {
        foreach ($this->files(__DIR__.'/../../app/Http/Controllers') as $path => $code) {
            self::assertDoesNotMatchRegularExpression(
                '/Core\\\\(Content|Conditions|History|Smf|Lines)\\\\|->(pitch|velocity|playedStart)\b/', $code, $path,
            );
        }
    }

    /** @return iterable<string, string> code by path */
    private function files(string $folder): iterable
    {
        /** @var SplFileInfo $file */
        foreach (
            new RecursiveIteratorIterator(new RecursiveDirectoryIterator(
                $folder, FilesystemIterator::SKIP_DOTS,
            )) as $file
        ) {
            yield $file->getPathname() => (string) file_get_contents($file->getPathname());
        }
    }
}
