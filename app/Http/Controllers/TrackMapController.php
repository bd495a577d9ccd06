<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Songs\Asked\TrackMapInput;
use App\Songs\Store\SongStore;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Jactonic\Core\Song\RowNamesFile;
use Jactonic\Core\Song\TechniquesFile;
use Jactonic\Core\Song\Track;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * What a track has as a small file, in and out: names of rows, and techniques. Reading one answers with the line that
 * gives it to a track.
 */
final readonly class TrackMapController
{
    public function __construct(private SongStore $store)
    {
    }

    public function readRowNames(Request $request): JsonResponse
    {
        return new JsonResponse(['line' => TrackMapInput::rowNames($this->text($request))]);
    }

    public function readTechniques(Request $request): JsonResponse
    {
        return new JsonResponse(['line' => TrackMapInput::techniques($this->text($request))]);
    }

    public function rowNames(int $song, int $track): Response
    {
        $found = $this->track($song, $track);

        return $this->file($found, 'row-names', RowNamesFile::write($found->rowNames(), $found->name));
    }

    public function techniques(int $song, int $track): Response
    {
        $found = $this->track($song, $track);

        return $this->file($found, 'techniques', TechniquesFile::write($found->techniques, $found->name));
    }

    private function text(Request $request): string
    {
        $text = $request->json('text');

        return is_string($text) ? $text : '';
    }

    private function track(int $song, int $track): Track
    {
        return $this->store->whole($song, [])->song->tracks[$track]
            ?? throw new NotFoundHttpException('There is no such track.');
    }

    private function file(Track $track, string $kind, string $text): Response
    {
        return new Response($text, 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($track->name) ?: 'track').".{$kind}.json\"",
        ]);
    }
}
