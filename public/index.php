<?php

declare(strict_types=1);

use App\Http\BodyBounds;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;

define('LARAVEL_START', microtime(true));

require __DIR__.'/../vendor/autoload.php';

$refusal = BodyBounds::refusal($_SERVER, (string) file_get_contents('php://input'));
if ($refusal !== null) {
    http_response_code($refusal[0]);
    header('Content-Type: application/json');
    exit(json_encode(['error' => ['message' => $refusal[1]]], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES));
}

/** @var Application $app */
$app = require_once __DIR__.'/../bootstrap/app.php';

$app->handleRequest(Request::capture());
