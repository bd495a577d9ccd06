<?php

declare(strict_types=1);

namespace App\Models;

use Jactonic\Core\Content\Phrase;

/**
 * What was cut or copied last, for all windows alike. It lasts over a restart.
 *
 * @property int $id
 * @property array<string, mixed> $phrase
 */
final class Clipboard extends Record
{
    private const ONLY = 1;

    /** @var list<string> */
    protected $fillable = ['id', 'phrase'];

    /** @var array<string, string> */
    protected $casts = ['phrase' => 'array'];

    public static function current(): ?Phrase
    {
        $row = self::query()->find(self::ONLY);

        return $row === null ? null : Phrase::fromArray($row->phrase);
    }

    public static function keep(Phrase $phrase): void
    {
        self::query()->updateOrCreate(['id' => self::ONLY], ['phrase' => $phrase->toArray()]);
    }
}
