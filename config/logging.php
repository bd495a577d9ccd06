<?php

declare(strict_types=1);

return [
    'default' => 'limited',
    'channels' => [
        'limited' => [
            'driver' => 'custom', 'via' => App\LimitedLog::class, 'path' => storage_path('logs/jactonic.log'),
        ],
    ],
];
