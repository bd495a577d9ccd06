<?php

declare(strict_types=1);

namespace Jactonic\Core\Recipes\Steps;

use Jactonic\Core\Edits\AddsUp;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\SongEdit;
use Jactonic\Core\Lines\EditLine;

/** Two lines of one edit as one, where the edit is a gesture. */
final class Combined
{
    public static function of(Edit|SongEdit $edit, EditLine $earlier, EditLine $line): ?EditLine
    {
        $parameters = $edit instanceof AddsUp && $earlier->name === $line->name
            ? $edit->combined($earlier->parameters, $line->parameters)
            : null;

        return $parameters === null ? null : EditLine::of($line->name, $parameters);
    }
}
