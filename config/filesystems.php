<?php

declare(strict_types=1);

return [
    // The framework would answer for files of this folder by routes of its own.
    'disks' => ['local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false]],
];
