<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\TrackChanges;
use App\Models\Track;
use Illuminate\Http\Response;

final readonly class TrackController
{
    public function update(Track $track, TrackChanges $changes): Response
    {
        $track->fill($changes->attributes())->save();

        return new Response(status: 204);
    }
}
