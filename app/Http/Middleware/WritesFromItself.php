<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Takes writes only as JSON from the program's own pages.
 *
 * So no other site open in the same browser can change a song: not by a form, and not by a script. Names other than the
 * program's own are turned away before they come here, by config/server/nginx.conf.
 */
final class WritesFromItself
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        if (! in_array($request->method(), ['GET', 'HEAD'], true)) {
            $origin = $request->headers->get('origin');
            if ($origin !== null && $origin !== $request->getSchemeAndHttpHost()) {
                return $this->refuse(403, 'Changes are taken only from the program’s own pages.');
            }
            if (! str_starts_with((string) $request->headers->get('content-type'), 'application/json')) {
                return $this->refuse(415, 'Changes are taken only as JSON (Content-Type: application/json).');
            }
        }

        return $next($request);
    }

    private function refuse(int $status, string $message): JsonResponse
    {
        return new JsonResponse(['error' => ['message' => $message]], $status);
    }
}
