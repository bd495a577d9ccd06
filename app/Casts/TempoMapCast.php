<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Jactonic\Core\Time\TempoMap;

/** @implements CastsAttributes<TempoMap, TempoMap> */
final class TempoMapCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): TempoMap
    {
        /** @var array<int, int> $changes */
        $changes = json_decode(is_string($value) ? $value : '[]', true);

        return TempoMap::of(is_int($attributes['ppq'] ?? null) ? $attributes['ppq'] : 960, $changes);
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return (string) json_encode((object) ($value instanceof TempoMap ? array_column($value->stretches, 'tempo', 'tick') : []));
    }
}
