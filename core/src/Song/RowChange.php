<?php

declare(strict_types=1);

namespace Jactonic\Core\Song;

/**
 * What became of a track or a clip: the attributes that changed, before and after; null where it was, or is, not there.
 */
final readonly class RowChange
{
    /**
     * @param  array<string, int|string|bool|null>|null  $before
     * @param  array<string, int|string|bool|null>|null  $after
     */
    public function __construct(
        public ?array $before,
        public ?array $after,
    ) {
    }

    /**
     * What makes some rows others, by id.
     *
     * @param  array<int, Track|Clip>  $from
     * @param  array<int, Track|Clip>  $to
     * @return array<int, self>
     */
    public static function between(array $from, array $to): array
    {
        $changes = [];
        foreach ($from + $to as $id => $_) {
            [$old, $new] = [$from[$id] ?? null, $to[$id] ?? null];
            if ($old === $new) {
                continue;
            }
            [$before, $after] = [$old?->toArray(), $new?->toArray()];
            if ($before !== null && $after !== null) {
                [$before, $after] = [array_diff_assoc($before, $after), array_diff_assoc($after, $before)];
            }
            if ($before !== [] || $after !== []) {
                $changes[$id] = new self($before, $after);
            }
        }

        return $changes;
    }

    public function reversed(): self
    {
        return new self($this->after, $this->before);
    }

    /** One change that does this one and then the next; null where that comes to nothing. */
    public function followedBy(self $next): ?self
    {
        $before = $this->before === null ? null : $this->before + ($next->before ?? []);
        $after = match (true) {
            $next->after === null => null,
            $this->after === null || $next->before === null => $next->after,
            default => $next->after + $this->after,
        };
        if ($before !== null && $after !== null) {
            [$before, $after] = [array_diff_assoc($before, $after), array_diff_assoc($after, $before)];
        }

        return $before === $after ? null : new self($before, $after);
    }

    /**
     * @param  array<int, self>  $first
     * @param  array<int, self>  $second
     * @return array<int, self>
     */
    public static function allFollowedBy(array $first, array $second): array
    {
        foreach ($second as $id => $next) {
            $both = isset($first[$id]) ? $first[$id]->followedBy($next) : $next;
            if ($both === null) {
                unset($first[$id]);
            } else {
                $first[$id] = $both;
            }
        }

        return $first;
    }
}
