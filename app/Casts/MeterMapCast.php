<?php

declare(strict_types=1);

namespace App\Casts;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Jactonic\Core\Time\Meter;
use Jactonic\Core\Time\MeterMap;

/** @implements CastsAttributes<MeterMap, MeterMap> */
final class MeterMapCast implements CastsAttributes
{
    public function get(Model $model, string $key, mixed $value, array $attributes): MeterMap
    {
        /** @var array<int, array{int, int}> $changes */
        $changes = json_decode(is_string($value) ? $value : '[]', true);

        return MeterMap::of(is_int($attributes['ppq'] ?? null) ? $attributes['ppq'] : 960, array_map(static fn (array $meter): Meter => Meter::of(...$meter), $changes));
    }

    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        $changes = [];
        foreach ($value instanceof MeterMap ? $value->stretches : [] as $stretch) {
            $changes[$stretch['tick']] = [$stretch['meter']->numerator, $stretch['meter']->denominator];
        }

        return (string) json_encode((object) $changes);
    }
}
