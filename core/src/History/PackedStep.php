<?php

declare(strict_types=1);

namespace Jactonic\Core\History;

use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Packing\Numbers;
use Jactonic\Core\Content\Packing\PackedChange;
use Jactonic\Core\Content\Points;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Song\ConductorEvent;
use Jactonic\Core\Song\ContentChange;
use Jactonic\Core\Song\RowChange;
use Jactonic\Core\Song\SongChange;
use UnexpectedValueException;

/**
 * What a step changed as bytes and back: a mark with a version, then parts, each with its name and length. A part that
 * is not known is passed over.
 */
final class PackedStep
{
    private const MARK = 'song2';

    public static function pack(SongChange $change): string
    {
        $bytes = self::MARK;
        foreach ($change->contents as $clip => $content) {
            $bytes .= self::part("notes {$clip}", PackedChange::pack($content->notes));
            if ($content->points !== null) {
                $bytes .= self::part("points {$clip}", PackedChange::pack($content->points));
            }
        }
        foreach (['tracks' => $change->tracks, 'clips' => $change->clips] as $name => $rows) {
            $bytes .= $rows === []
                ? ''
                : self::part(
                    $name,
                    self::json(array_map(static fn (RowChange $row): array => [$row->before, $row->after], $rows)),
                );
        }

        return $bytes.($change->touchesConductor()
            ? self::part(
                'conductor',
                self::json([self::eventRows($change->conductorRemoved), self::eventRows($change->conductorAdded)]),
            )
            : '');
    }

    /** @throws UnexpectedValueException where the bytes are no packed step */
    public static function unpack(string $bytes): SongChange
    {
        if (! str_starts_with($bytes, self::MARK)) {
            throw new UnexpectedValueException('These bytes are no packed step.');
        }
        $notes = $points = $tracks = $clips = [];
        $conductor = [[], []];
        for ($at = strlen(self::MARK); $at < strlen($bytes);) {
            [$name, $body] = self::read($bytes, $at);
            [$kind, $clip] = explode(' ', $name) + [1 => ''];
            match ($kind) {
                'notes' => $notes[(int) $clip] = PackedChange::unpack($body, Notes::class),
                'points' => $points[(int) $clip] = PackedChange::unpack($body, Points::class),
                'tracks' => $tracks = self::rows($body),
                'clips' => $clips = self::rows($body),
                'conductor' => $conductor = self::events($body),
                default => null,
            };
        }
        $contents = [];
        foreach ($notes as $clip => $change) {
            $contents[$clip] = new ContentChange($change, $points[$clip] ?? null);
        }

        return new SongChange($contents, $tracks, $clips, ...$conductor);
    }

    public static function packSelection(Selection $selection): string
    {
        return Numbers::pack($selection->ids);
    }

    public static function unpackSelection(string $bytes): Selection
    {
        $at = 0;

        return Selection::of(Numbers::unpack($bytes, $at));
    }

    private static function part(string $name, string $body): string
    {
        return chr(strlen($name)).$name.pack('V', strlen($body)).$body;
    }

    /** @return array{string, string} the name and the body of a part */
    private static function read(string $bytes, int &$at): array
    {
        $length = ord($bytes[$at]);
        $name = substr($bytes, $at + 1, $length);
        /** @var array{1: int} $size */
        $size = unpack('V', $bytes, $at + 1 + $length);
        $body = substr($bytes, $at + 5 + $length, $size[1]);
        $at += 5 + $length + $size[1];

        return [$name, $body];
    }

    /** @return array<int, RowChange> */
    private static function rows(string $body): array
    {
        /**
         * @var array<int, array{
         *     array<string, int|string|bool|null>|null, array<string, int|string|bool|null>|null,
         * }> $rows
         */
        $rows = json_decode($body, true, 8, JSON_THROW_ON_ERROR);

        return array_map(static fn (array $row): RowChange => new RowChange($row[0], $row[1]), $rows);
    }

    /** @return array{list<ConductorEvent>, list<ConductorEvent>} */
    private static function events(string $body): array
    {
        /** @var array{list<array<array-key, mixed>>, list<array<array-key, mixed>>} $said */
        $said = json_decode($body, true, 8, JSON_THROW_ON_ERROR);

        return [array_map(ConductorEvent::fromRow(...), $said[0]), array_map(ConductorEvent::fromRow(...), $said[1])];
    }

    /**
     * @param  list<ConductorEvent>  $events
     * @return list<array<array-key, mixed>>
     */
    private static function eventRows(array $events): array
    {
        return array_map(static fn (ConductorEvent $event): array => $event->toRow(), $events);
    }

    /** @param  array<array-key, mixed>  $value */
    private static function json(array $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
