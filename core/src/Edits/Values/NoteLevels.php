<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Values;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Lane;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Time\Amount;

/** Velocities or release velocities of the chosen notes. */
final class NoteLevels extends Levels
{
    private readonly Draft $draft;

    private function __construct(private readonly Notes $table, Selection $selection, Context $context, Lane $lane)
    {
        parent::__construct(
            $context, $lane, $selection->positions($table), $table->start,
            $lane->name === Lane::VELOCITY ? $table->velocity : $table->release, true,
        );
        $this->draft = new Draft($table);
    }

    public static function chosen(Notes $notes, Selection $selection, Context $context, Parameters $parameters): self
    {
        return new self($notes, $selection, $context, $parameters->lane());
    }

    public function counted(int $count): string
    {
        return Noun::Note->counted($count);
    }

    public function moments(?Amount $spread): array
    {
        return $this->context->chordsByTrack($this->table, $this->places, $spread);
    }

    public function between(int $from, int $to): array
    {
        return $this->places;
    }

    protected function write(int $place, int $value): void
    {
        if ($this->lane->name === Lane::VELOCITY) {
            $this->draft->velocity[$place] = $value;
        } else {
            $this->draft->release[$place] = $value;
        }
    }

    protected function called(): string
    {
        return $this->lane->name === Lane::VELOCITY ? 'velocities' : 'release velocities';
    }

    protected function isUntouched(): bool
    {
        return true;
    }

    protected function written(Selection $selection, Said $said): Change
    {
        return $this->draft->change($selection, $said);
    }
}
