<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/**
 * The notes and points an edit works on, by their ids, which are unique within a song. The order of the ids never
 * matters.
 */
final readonly class Selection
{
    /** @param  array<int, int>  $ids */
    private function __construct(public array $ids)
    {
    }

    /** @param  array<int, int>  $ids */
    public static function of(array $ids): self
    {
        return new self(array_values($ids));
    }

    public static function none(): self
    {
        return new self([]);
    }

    public static function all(Notes $notes): self
    {
        return new self($notes->id);
    }

    public function isEmpty(): bool
    {
        return $this->ids === [];
    }

    /**
     * Where those of a table stand, in its order. Ids that are not there are passed over.
     *
     * @return array<int, int>
     */
    public function positions(Notes|Points $table): array
    {
        if ($this->ids === $table->id) {
            return array_keys($table->id);
        }
        if (count($this->ids) === 1) {
            $position = array_search($this->ids[0], $table->id, true);

            return $position === false ? [] : [$position];
        }
        $chosen = array_fill_keys($this->ids, true);
        $positions = [];
        foreach ($table->id as $i => $id) {
            if (isset($chosen[$id])) {
                $positions[] = $i;
            }
        }

        return $positions;
    }

    /** Whether both hold the same ids, in whatever order. */
    public function equals(self $other): bool
    {
        if ($this->ids === $other->ids) {
            return true;
        }
        $mine = $this->ids;
        $theirs = $other->ids;
        sort($mine);
        sort($theirs);

        return $mine === $theirs;
    }
}
