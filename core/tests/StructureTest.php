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
            self::assertDoesNotMatchRegularExpression('/\b(file_get_contents|file_put_contents|fopen|echo|print|env|microtime|time)\(/', $code, $path);
        }
    }

    public function test_controllers_hold_no_music(): void
    {
        foreach ($this->files(__DIR__.'/../../app/Http/Controllers') as $path => $code) {
            self::assertDoesNotMatchRegularExpression('/Core\\\\(Notes|Conditions|History|Smf|Lines)\\\\|->(pitch|velocity|playedStart)\b/', $code, $path);
        }
    }

    /** @return iterable<string, string> code by path */
    private function files(string $folder): iterable
    {
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
            yield $file->getPathname() => (string) file_get_contents($file->getPathname());
        }
    }
}
