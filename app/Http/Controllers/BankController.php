<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Banks\Banks;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Banks of one's own: taken in by pieces, listed, fetched, taken away. */
final readonly class BankController
{
    public function __construct(private Banks $banks)
    {
    }

    public function index(): JsonResponse
    {
        return new JsonResponse(['banks' => Banks::all()]);
    }

    public function begin(Request $request): JsonResponse
    {
        $size = $request->json('size');

        return new JsonResponse(['token' => $this->banks->begin(is_int($size) ? $size : 0)], 201);
    }

    public function take(string $token, Request $request): JsonResponse
    {
        return new JsonResponse([
            'there' => $this->banks->take($token, (int) $request->query('at'), $request->getContent()),
        ]);
    }

    public function finish(string $token, Request $request): JsonResponse
    {
        $name = $request->json('name');
        $bank = $this->banks->finish($token, is_string($name) ? $name : '');

        return new JsonResponse(['name' => $bank->name, 'banks' => Banks::all()], 201);
    }

    /** The file itself. What is under a checksum never changes. */
    public function file(string $name): BinaryFileResponse
    {
        $bank = $this->banks->find($name);

        return (new BinaryFileResponse(Banks::pathBy($bank->checksum), 200, [
            'Content-Type' => 'application/octet-stream',
        ]))->setPrivate()->setEtag($bank->checksum);
    }

    public function destroy(string $name): JsonResponse
    {
        $this->banks->remove($name);

        return $this->index();
    }
}
