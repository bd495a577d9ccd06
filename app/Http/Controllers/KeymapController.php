<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Once;
use App\Keys\Keymaps;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Keys\KeymapFile;

final readonly class KeymapController
{
    public function __construct(
        private Keymaps $keymaps,
        private Once $once,
    ) {
    }

    public function index(): JsonResponse
    {
        return new JsonResponse($this->keymaps->list());
    }

    public function show(string $map): JsonResponse
    {
        return new JsonResponse($this->keymaps->show($map));
    }

    public function store(Request $request): JsonResponse
    {
        [$from, $name] = [$request->json('from'), $request->json('name')];
        if (! is_string($from) || ! is_string($name)) {
            throw new BadInput('A new map takes a name, and from which map it begins.');
        }

        return new JsonResponse(
            $this->once->make('keymaps', fn (): array => $this->keymaps->show($this->keymaps->copy($from, $name))), 201,
        );
    }

    public function update(string $map, Request $request): JsonResponse
    {
        [$name, $bindings, $revision] = [
            $request->json('name'), $request->json('bindings'), $request->json('revision'),
        ];
        if (
            ($name !== null && ! is_string($name))
            || ($bindings !== null && ! is_array($bindings))
            || ($revision !== null && ! is_int($revision))
        ) {
            throw new BadInput('name takes a text, bindings a list of shortcuts, revision the one that was seen.');
        }

        $bindings = $bindings === null ? null : array_values($bindings);

        return new JsonResponse($this->once->make(
            'keymaps',
            fn (): array => $this->keymaps->show($this->keymaps->rewrite($map, $name, $bindings, $revision)),
        ));
    }

    public function destroy(string $map): Response
    {
        $this->keymaps->delete($map);

        return new Response(status: 204);
    }

    public function use(string $map): JsonResponse
    {
        $this->keymaps->use($map);

        return new JsonResponse($this->keymaps->show($map));
    }

    public function export(string $map): Response
    {
        $found = $this->keymaps->map($map);

        return new Response(KeymapFile::write($found), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($found->name) ?: 'keymap').'.keymap.json"',
        ]);
    }

    public function import(Request $request): JsonResponse
    {
        $text = $request->json('text');

        return new JsonResponse(
            $this->once->make('keymaps', fn (): array => $this->keymaps->import(is_string($text) ? $text : '')), 201,
        );
    }

    public function compare(string $map, string $other): JsonResponse
    {
        return new JsonResponse([
            'differences' => $this->keymaps->map($map)->differencesTo($this->keymaps->map($other)),
        ]);
    }
}
