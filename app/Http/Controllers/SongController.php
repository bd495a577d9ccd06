<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Demo\LanternFerry;
use App\Http\Once;
use App\Http\Requests\NewSong;
use App\Http\Requests\OpenRequest;
use App\Http\Requests\SongUpload;
use App\Models\SongRecord;
use App\Songs\Store\SongStore;
use App\Songs\Store\SongWriter;
use App\Songs\Told\PackedSound;
use App\Songs\Told\SongView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;

/** Songs as a whole: listed, begun, imported, opened, heard, exported, taken away. */
final readonly class SongController
{
    public function __construct(
        private SongStore $store,
        private SongWriter $writer,
        private SongView $view,
        private Once $once,
    ) {
    }

    public function index(): JsonResponse
    {
        return new JsonResponse(SongView::list());
    }

    /** A new song, the one that ships, or one from a MIDI file. */
    public function store(Request $request, SongUpload $upload, NewSong $new): JsonResponse
    {
        if ($request->json('demo') === true) {
            [$name, $song, $problems] = [LanternFerry::NAME, (new LanternFerry)->song(), []];
        } elseif ($request->json('midi') === null) {
            [$name, $song, $problems] = [$new->name(), $new->song(), []];
        } else {
            $import = $upload->import();
            [$name, $song, $problems] = [$upload->name(), $import->song(), $import->problems()];
        }

        $create = $this->writer->creating($name, $song);

        return new JsonResponse(
            $this->once->make('songs', static fn (): array => ['id' => $create(), 'problems' => $problems]), 201,
        );
    }

    public function show(int $song, OpenRequest $request): JsonResponse
    {
        return new JsonResponse($this->view->open($song, $request->clips(), $request->front(), $request->grid()));
    }

    /** What a list shows of it; it is asked for anew where the song has another state. */
    public function glance(int $song): JsonResponse
    {
        return (new JsonResponse($this->view->glance($song)))
            ->setCache(['private' => true, 'max_age' => 31_536_000, 'immutable' => true]);
    }

    public function sound(int $song, OpenRequest $request): Response
    {
        return PackedSound::of($this->view->sound($song, $request->clips(), $request->tracks()));
    }

    /** Renames a song, where it is still called as the caller says. */
    public function rename(int $song, NewSong $new): JsonResponse
    {
        return new JsonResponse(['name' => $this->writer->rename($song, $new->name(), $new->nameBefore())]);
    }

    public function destroy(SongRecord $song): Response
    {
        $song->delete();

        return new Response(status: 204);
    }

    public function restore(SongRecord $song): Response
    {
        $song->restore();

        return new Response(status: 204);
    }

    /** The song as a MIDI file, or the names of its chords as a sheet. */
    public function export(int $song, OpenRequest $request): Response
    {
        [$type, $ending] = $request->isForSheet()
            ? ['application/vnd.recordare.musicxml+xml', 'musicxml']
            : ['audio/midi', 'mid'];
        ['name' => $name, 'bytes' => $bytes] = $request->isForSheet()
            ? $this->view->sheet($song)
            : $this->view->file($song, $request->chordsAs(), $request->curvesAs());

        return new Response($bytes, 200, [
            'Content-Type' => $type,
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($name) ?: 'song').".{$ending}\"",
        ]);
    }

    public function grid(int $song, OpenRequest $request): JsonResponse
    {
        return new JsonResponse(SongView::grid($this->store->clips($song, [])->song->conductor, $request->grid()));
    }
}
