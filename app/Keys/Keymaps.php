<?php

declare(strict_types=1);

namespace App\Keys;

use App\ChangedElsewhere;
use App\Lines\KnownLines;
use App\Models\KeptKeymap;
use App\Models\Preference;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Keys\Binding;
use Jactonic\Core\Keys\Keymap;
use Jactonic\Core\Keys\KeymapFile;

/**
 * All maps there are, shipped and made, and which one is in use. A map is called by a name it ships with or a number.
 */
final readonly class Keymaps
{
    public function __construct(private KnownLines $lines)
    {
    }

    /** @return array<string, mixed> */
    public function list(): array
    {
        $maps = [];
        foreach (array_keys(ShippedMaps::FILES) as $slug) {
            $maps[] = $this->head($slug);
        }
        foreach (KeptKeymap::all()->sortBy('name') as $kept) {
            $maps[] = $this->head((string) $kept->id);
        }

        return ['inUse' => $this->inUse(), 'maps' => $maps];
    }

    /** @return array<string, mixed> */
    public function show(string $id): array
    {
        return $this->head($id) + ['bindings' => $this->map($id)->toArray()];
    }

    public function inUse(): string
    {
        $id = Preference::read(Preference::KEYMAP, ShippedMaps::STANDARD);

        return isset(ShippedMaps::FILES[$id]) || KeptKeymap::query()->whereKey($id)->exists()
            ? $id
            : ShippedMaps::STANDARD;
    }

    public function use(string $id): void
    {
        $this->map($id);
        Preference::keep(Preference::KEYMAP, $id);
    }

    /** @throws ModelNotFoundException where there is none */
    public function map(string $id): Keymap
    {
        return ShippedMaps::find($id) ?? $this->kept($id)->map();
    }

    /** A map of one's own, begun from another. */
    public function copy(string $from, string $name): string
    {
        $base = isset(ShippedMaps::FILES[$from]) ? $from : $this->kept($from)->base;

        return (string) KeptKeymap::keep($this->map($from)->named($name), $base)->id;
    }

    /**
     * Writes a map anew. One that ships stays as it is: the change makes a copy of it, which then is in use.
     *
     * @param  list<mixed>|null  $bindings  null leaves them
     * @param  int|null  $seen  the revision of it that the change began from; null where it is not compared
     *
     * @throws ChangedElsewhere where another window changed it first
     * @throws BadInput for a shortcut that cannot be read or a line that cannot be run; then nothing was changed
     */
    public function rewrite(string $id, ?string $name, ?array $bindings, ?int $seen): string
    {
        $map = $this->map($id);
        $read = $bindings === null ? $map->bindings() : array_map($this->binding(...), $bindings);
        $shipped = isset(ShippedMaps::FILES[$id]);
        $new = Keymap::of($name ?? ($shipped ? "{$map->name}, my own" : $map->name), $map->logic, $read);
        if ($shipped) {
            $id = (string) KeptKeymap::keep($new, $id)->id;
            $this->use($id);
        } else {
            $kept = $this->kept($id);
            $revision = $seen ?? $kept->revision;
            $written = KeptKeymap::query()->whereKey($kept->id)->where('revision', $revision)
                ->update([
                    'name' => $new->name, 'bindings' => json_encode($new->toArray(), JSON_THROW_ON_ERROR),
                    'revision' => $revision + 1,
                ]);
            if ($written === 0) {
                throw new ChangedElsewhere(
                    'These shortcuts were changed in another window. Their present state is shown.',
                    fn (): array => ['map' => $this->show($id)],
                );
            }
        }

        return $id;
    }

    /** @throws BadInput where it ships with the program */
    public function delete(string $id): void
    {
        if (isset(ShippedMaps::FILES[$id])) {
            throw new BadInput('The maps that come with the program stay.');
        }
        $this->kept($id)->delete();
    }

    /**
     * Takes a map in beside the others; none is replaced.
     *
     * @return array<string, mixed> the map, what was not understood, and what it does differently from the one in use
     */
    public function import(string $text): array
    {
        $file = KeymapFile::read($text, $this->lines->problemOf(...));
        $id = (string) KeptKeymap::keep($file->map, ShippedMaps::STANDARD)->id;

        return [
            'map' => $this->show($id), 'problems' => $file->problems,
            'differences' => $this->map($this->inUse())->differencesTo($file->map),
        ];
    }

    private function binding(mixed $value): Binding
    {
        $binding = Binding::fromArray($value);
        foreach ($binding->lines as $line) {
            $problem = $this->lines->problemOf($line);
            if ($problem !== null) {
                throw new BadInput("{$binding->key}: {$problem}");
            }
        }

        return $binding;
    }

    /** @return array<string, mixed> */
    private function head(string $id): array
    {
        $shipped = ShippedMaps::find($id);
        $kept = $shipped === null ? $this->kept($id) : null;
        $map = $shipped ?? $kept?->map();

        return [
            'id' => $id, 'name' => $map?->name, 'logic' => $map?->logic, 'shipped' => $kept === null,
            'base' => $kept === null ? $id : $kept->base, 'revision' => $kept === null ? 1 : $kept->revision,
        ];
    }

    private function kept(string $id): KeptKeymap
    {
        return KeptKeymap::query()->findOrFail(ctype_digit($id) ? (int) $id : 0);
    }
}
