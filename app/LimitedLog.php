<?php

declare(strict_types=1);

namespace App;

use Monolog\Handler\StreamHandler;
use Monolog\Level;
use Monolog\Logger;

/** A log that does not grow without end: past its limit the file is put aside, and the one put aside before goes. */
final readonly class LimitedLog
{
    public const BYTES = 5_000_000;

    /** @param  array{path: string}  $config */
    public function __invoke(array $config): Logger
    {
        $path = $config['path'];
        if (is_file($path) && filesize($path) > self::BYTES) {
            @rename($path, "{$path}.1");
        }

        return new Logger('jactonic', [new StreamHandler($path, Level::Warning, filePermission: 0o600)]);
    }
}
