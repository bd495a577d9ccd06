<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameters;

/** One edit of the catalog: what it is called and takes, and what it does. */
interface Edit
{
    public function declaration(): Declaration;

    /**
     * A pure function: the same arguments always give the same change, and the notes given stay as they are.
     *
     * @throws EditRefused where it cannot be done; then nothing was changed
     */
    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change;
}
