<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** The table of words for places in the song, each as a line writes it. A new word is a row here. */
final class PlaceWords
{
    public const MOMENTS = [
        'here' => 'caret', 'at the caret' => 'caret', 'caret' => 'caret', 'at the cursor' => 'caret',
        'at caret' => 'caret', 'the caret' => 'caret', 'to the caret' => 'caret',
        'at the playhead' => 'playhead', 'playhead' => 'playhead', 'the playhead' => 'playhead',
        'to the playhead' => 'playhead', 'at the pointer' => 'pointer', 'at the mouse' => 'pointer',
        'under the mouse' => 'pointer', 'at the start of the range' => 'range-start', 'range start' => 'range-start',
        'to the start of the range' => 'range-start', 'at the end of the range' => 'range-end',
        'range end' => 'range-end', 'to the end of the range' => 'range-end',
    ];
}
