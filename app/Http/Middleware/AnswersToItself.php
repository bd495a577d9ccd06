<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Answers only to the program's own host names, and takes writes only as JSON from its own pages.
 *
 * So no other site open in the same browser can read or change a song: not by a form, not by a script, and not by a
 * name of its own that resolves to this machine.
 */
final class AnswersToItself
{
    private const OWN_HOSTS = ['127.0.0.1', 'localhost', '[::1]'];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $host = strtolower((string) preg_replace('/:\d+$/', '', (string) $request->headers->get('host')));
        /** @var array<int, string> $more */
        $more = config('app.hosts', []);
        if (! in_array($host, [...self::OWN_HOSTS, ...$more], true)) {
            return $this->refuse(421, "This program does not answer to the name “{$host}”. Open it at 127.0.0.1, or add the name to APP_HOSTS.");
        }
        if (! in_array($request->method(), ['GET', 'HEAD'], true)) {
            $origin = $request->headers->get('origin');
            if ($origin !== null && $origin !== $request->getSchemeAndHttpHost()) {
                return $this->refuse(403, 'Changes are taken only from the program’s own pages.');
            }
            if (! str_starts_with((string) $request->headers->get('content-type'), 'application/json')) {
                return $this->refuse(415, 'Changes are taken only as JSON (Content-Type: application/json).');
            }
        }

        $response = $next($request);
        $content = $response->getContent();
        if ($content !== false && ! $response->isEmpty()) {
            // The reader need not wait until the server has tidied up and closed the connection.
            $response->headers->set('Content-Length', (string) strlen($content));
        }
        $response->headers->add([
            'X-Content-Type-Options' => 'nosniff',
            'X-Frame-Options' => 'DENY',
            'Referrer-Policy' => 'no-referrer',
            'Content-Security-Policy' => "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; worker-src 'self' blob:; frame-ancestors 'none'",
        ]);

        return $response;
    }

    private function refuse(int $status, string $message): JsonResponse
    {
        return new JsonResponse(['error' => ['message' => $message]], $status);
    }
}
