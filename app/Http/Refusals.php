<?php

declare(strict_types=1);

namespace App\Http;

use App\ChangedElsewhere;
use App\Data\DataFault;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use Jactonic\Core\Errors\CoreError;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Throwable;

/** Every error leaves as JSON with a message a producer understands; none with a stack trace. */
final class Refusals
{
    public static function register(Exceptions $exceptions): void
    {
        $exceptions->dontReport([CoreError::class, ChangedElsewhere::class]);
        $exceptions->render(static fn (Throwable $error): JsonResponse => self::respond($error));
    }

    private static function respond(Throwable $error): JsonResponse
    {
        [$status, $message, $data] = match (true) {
            $error instanceof CoreError => [422, $error->getMessage(), $error->data],
            $error instanceof ValidationException => [422, $error->getMessage(), ['fields' => $error->errors()]],
            $error instanceof ModelNotFoundException => [
                404, 'That is not there any more; it may have been deleted. Open the song list to see what there is.',
                [],
            ],
            $error instanceof NotFoundHttpException => [
                404, 'There is nothing at this address. Open the song list to see what there is.', [],
            ],
            $error instanceof HttpExceptionInterface => [
                $error->getStatusCode(), $error->getMessage() ?: 'The request cannot be taken.', [],
            ],
            ($meaning = DataFault::meaningOf($error)) !== null => [503, $meaning, []],
            default => [
                500, 'Something went wrong in the program; nothing was changed. The log in storage/logs says more.', [],
            ],
        };

        // What was sent may stand in the message, whatever bytes it is made of.
        return new JsonResponse(
            ['error' => ['message' => $message] + $data], $status,
            options: JsonResponse::DEFAULT_ENCODING_OPTIONS | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }
}
