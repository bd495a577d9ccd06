<?php

declare(strict_types=1);

use Illuminate\Foundation\Application;
use Illuminate\Support\DefaultProviders;

// Larastan looks at every command of Laravel, and the program registers few of the providers these need.
foreach ((new DefaultProviders)->toArray() as $provider) {
    Application::getInstance()->register($provider);
}
