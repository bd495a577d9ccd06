<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

/** An edit that, done again on what it left selected, goes on by what it did before, however long ago that was. */
interface FollowsOn
{
    /**
     * The parameters of a line that follows one of the same edit.
     *
     * @param  array<string, string>  $before  of the line before, as it was understood
     * @param  array<string, string>  $parameters  of the line now
     * @return array<string, string>
     */
    public function following(array $before, array $parameters): array;
}
