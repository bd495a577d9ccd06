<?php

declare(strict_types=1);

return [
    // Deleted songs can be brought back for so many days.
    'keep_deleted_days' => 30,
    // Where banks of instruments lie; null for a folder beside the database.
    'banks' => null,
];
