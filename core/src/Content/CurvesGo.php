<?php

declare(strict_types=1);

namespace Jactonic\Core\Content;

/** What becomes of the curve within a note whose start or end an edit moves. */
enum CurvesGo
{
    /** It moves with the note and is cut where the note ends; where the start alone moves, it stays where it sounds. */
    case Kept;

    /** It is as much longer or shorter as the note is. */
    case Stretched;

    /** It runs backwards, each value for as long as before. */
    case Mirrored;
}
