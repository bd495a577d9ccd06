<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\SongChanges;
use App\Http\Requests\SongUpload;
use App\Models\Song;
use App\Songs\SongFiles;
use App\Songs\SongView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Jactonic\Core\Time\Grid;

final readonly class SongController
{
    public function __construct(private SongFiles $files)
    {
    }

    public function index(): JsonResponse
    {
        return new JsonResponse(SongView::list());
    }

    public function store(SongUpload $upload): JsonResponse
    {
        $file = $upload->file();
        $song = $this->files->import($upload->name(), $file);

        return new JsonResponse(['song' => SongView::whole($song), 'problems' => $file->problems], 201);
    }

    public function show(Song $song): JsonResponse
    {
        return new JsonResponse(SongView::whole($song));
    }

    public function update(Song $song, SongChanges $changes): JsonResponse
    {
        $song->name = $changes->name() ?? $song->name;
        $key = $changes->key();
        $song->key = $key === null ? $song->key : ($key ?: null);
        $tempo = $changes->tempo();
        if ($tempo !== null) {
            $this->files->setTempo($song, $tempo);
        }
        $song->save();

        return new JsonResponse(SongView::whole($song));
    }

    public function destroy(Song $song): Response
    {
        $song->delete();

        return new Response(status: 204);
    }

    public function restore(Song $song): JsonResponse
    {
        $song->restore();

        return new JsonResponse(SongView::whole($song));
    }

    public function export(Song $song): Response
    {
        $name = Str::slug($song->name) ?: 'song';

        return new Response($this->files->export($song)->write(), 200, [
            'Content-Type' => 'audio/midi',
            'Content-Disposition' => "attachment; filename=\"{$name}.mid\"",
        ]);
    }

    public function grid(Song $song, Request $request): JsonResponse
    {
        $grid = Grid::parse($request->string('grid', '1/16')->toString(), $request->integer('swing'));

        return new JsonResponse(['grid' => (string) $grid, 'swing' => $grid->swing, 'stretches' => $grid->on($song->meters)->table()]);
    }
}
