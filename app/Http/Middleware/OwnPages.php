<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Answers its own pages, and programs that are no browser: no other site open in the same browser can change a song, by
 * a form or a script, or let the program work. Changes are taken only as JSON, pieces of a bank as bytes.
 *
 * Names other than the program's own are turned away before they come here, by config/server/nginx.conf.
 */
final class OwnPages
{
    /** Says that a body is a piece of a file. */
    private const PIECE = 'X-Jactonic-Piece';

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        // What browsers say of who asks (https://www.w3.org/TR/fetch-metadata/); none: an address that was typed.
        $from = $request->headers->get('sec-fetch-site') ?? 'none';
        if ($request->is('api/*') && ! in_array($from, ['same-origin', 'none'], true)) {
            return $this->refuse(403, 'Answers are given only to the program’s own pages.');
        }
        if (! in_array($request->method(), ['GET', 'HEAD'], true)) {
            $origin = $request->headers->get('origin');
            if ($origin !== null && $origin !== $request->getSchemeAndHttpHost()) {
                return $this->refuse(403, 'Changes are taken only from the program’s own pages.');
            }
            // A piece of a bank is bytes, under a header that no form and no other site can send unasked.
            $isPiece = $request->isMethod('PUT') && $request->is('api/banks/begun/*');
            if ($isPiece && $request->headers->get(self::PIECE) === 'bank') {
                return $next($request);
            }
            if (! str_starts_with((string) $request->headers->get('content-type'), 'application/json')) {
                return $this->refuse(415, 'Changes are taken only as JSON (Content-Type: application/json).');
            }
            if (! in_array($request->getContent(), ['', '[]', '{}'], true) && $request->json()->count() === 0) {
                return $this->refuse(
                    400, 'That is no JSON that can be read: one object with names and values. Nothing was changed.',
                );
            }
        }

        $response = $next($request);
        // So that what breaks off is known by its length.
        $body = $response->getContent();
        if ($body !== false) {
            $response->headers->set('Content-Length', (string) strlen($body));
        }

        return $response;
    }

    private function refuse(int $status, string $message): JsonResponse
    {
        return new JsonResponse(['error' => ['message' => $message]], $status);
    }
}
