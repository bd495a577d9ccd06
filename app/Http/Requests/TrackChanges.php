<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Songs\Voice;
use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;

/** What a request wants changed about a track. */
final readonly class TrackChanges
{
    public function __construct(private Request $request)
    {
    }

    /** @return array<string, mixed> the attributes to set */
    public function attributes(): array
    {
        $attributes = [];
        $volume = $this->request->json('volume');
        if ($volume !== null) {
            $attributes['volume'] = is_int($volume) && $volume >= 0 && $volume <= 100 ? $volume : throw new BadInput('volume goes from 0 to 100 %.');
        }
        $muted = $this->request->json('muted');
        if ($muted !== null) {
            $attributes['muted'] = is_bool($muted) ? $muted : throw new BadInput('muted takes true or false.');
        }
        $voice = $this->request->json('voice');
        if ($voice !== null) {
            $attributes['voice'] = (is_string($voice) ? Voice::tryFrom($voice) : null)
                ?? throw new BadInput('voice takes '.implode(', ', array_column(Voice::cases(), 'value')).'.');
        }

        return $attributes;
    }
}
