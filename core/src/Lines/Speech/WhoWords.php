<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/** The table of words for which notes are meant, each as a condition writes it. A new word is a row here. */
final class WhoWords
{
    /** What may follow a word about notes and says no more: “soft notes”, “the soft ones”. */
    public const NOUNS = ['notes', 'note', 'ones', 'one', 'hits', 'hit'];

    /** Conditions, by the phrase that says them. */
    public const CONDITIONS = [
        'soft' => 'velocity=..40', 'quiet' => 'velocity=..40', 'very soft' => 'velocity=..20',
        'ghost' => 'velocity=..30',
        'loud' => 'velocity=90..', 'strong' => 'velocity=90..', 'very loud' => 'velocity=115..',
        'short' => 'length=..1/16', 'very short' => 'length=..1/64', 'long' => 'length=1/2..',
        'top voice' => 'part=top', 'top' => 'part=top', 'upper voice' => 'part=top', 'highest' => 'part=top',
        'melody' => 'part=top', 'upper' => 'part=top', 'high voice' => 'part=top',
        'second voice' => 'part=second', 'second highest' => 'part=second', 'alto' => 'part=second',
        'bottom voice' => 'part=bottom', 'bottom' => 'part=bottom', 'lowest' => 'part=bottom',
        'lower voice' => 'part=bottom', 'bass voice' => 'part=bottom', 'lower' => 'part=bottom',
        'inner voices' => 'part=inner', 'inner voice' => 'part=inner', 'inner' => 'part=inner',
        'middle voices' => 'part=inner', 'middle voice' => 'part=inner', 'middle' => 'part=inner',
        'muted' => 'muted=yes', 'silent' => 'muted=yes', 'unmuted' => 'muted=no', 'sounding' => 'muted=no',
        'off the grid' => 'offgrid=5..', 'off grid' => 'offgrid=5..', 'loose' => 'offgrid=5..',
        'uneven' => 'offgrid=5..', 'far off the grid' => 'offgrid=50..', 'on the grid' => 'offgrid=..5',
        'overlapping' => 'overlap=yes', 'wrong' => 'scale=out', 'out of key' => 'scale=out',
        'outside the key' => 'scale=out', 'outside of the key' => 'scale=out', 'in key' => 'scale=in',
        'in the range' => 'range=in', 'in range' => 'range=in', 'within the range' => 'range=in',
        'in the loop' => 'range=in', 'outside the range' => 'range=out', 'out of the range' => 'range=out',
        'first note of every bar' => 'beat=1', 'first note of each bar' => 'beat=1', 'first notes of bars' => 'beat=1',
        'downbeats' => 'beat=1', 'downbeat' => 'beat=1', 'on the one' => 'beat=1', 'on one' => 'beat=1',
        'on the downbeat' => 'beat=1', 'backbeats' => 'beat=2,4', 'backbeat' => 'beat=2,4',
        'on the backbeat' => 'beat=2,4', 'on two and four' => 'beat=2,4', 'on 2 and 4' => 'beat=2,4',
        'on one and three' => 'beat=1,3', 'on 1 and 3' => 'beat=1,3', 'on the beat' => 'beat=1,2,3,4',
        'off-beats' => 'beat=1.5,2.5,3.5,4.5', 'off-beat' => 'beat=1.5,2.5,3.5,4.5',
        'on the off-beats' => 'beat=1.5,2.5,3.5,4.5', 'on the off-beat' => 'beat=1.5,2.5,3.5,4.5',
        'from here' => 'caret=after', 'from here on' => 'caret=after', 'after the caret' => 'caret=after',
        'from the caret on' => 'caret=after', 'behind the caret' => 'caret=after', 'up to here' => 'caret=before',
        'before the caret' => 'caret=before', 'until here' => 'caret=before', 'so far' => 'caret=before',
    ];

    /** Conditions that are said of notes alone: “late” by itself is a direction. */
    public const BEFORE_NOUNS = ['early' => 'timing=early', 'late' => 'timing=late', 'first' => 'beat=1'];

    public const ALL = [
        'everything', 'all', 'all notes', 'all of it', 'all of them', 'the whole thing', 'the whole clip',
        'whole clip', 'the whole part', 'every note', 'the clip', 'all the notes', 'it all',
    ];

    public const CHOSEN = [
        'the selection', 'selection', 'selected', 'the selected', 'these', 'those', 'them', 'this', 'it', 'that',
    ];

    /** Words for rows of drums beside the names the rows have, by a word of such a name. */
    public const ROWS = [
        'hats' => 'hat', 'hat' => 'hat', 'hi-hats' => 'hat', 'hi-hat' => 'hat', 'hihats' => 'hat', 'hihat' => 'hat',
        'closed hats' => 'closed hat', 'closed hat' => 'closed hat', 'closed hi-hats' => 'closed hat',
        'closed hi-hat' => 'closed hat', 'open hats' => 'open hat', 'open hat' => 'open hat', 'pedal hat' => 'foot hat',
        'kicks' => 'kick', 'kick' => 'kick', 'kick drum' => 'kick', 'bass drum' => 'kick', 'bd' => 'kick',
        'snares' => 'snare', 'snare' => 'snare', 'snare drum' => 'snare', 'sd' => 'snare', 'claps' => 'clap',
        'clap' => 'clap', 'hand claps' => 'clap', 'toms' => 'tom', 'tom' => 'tom', 'rides' => 'ride', 'ride' => 'ride',
        'crashes' => 'crash', 'crash' => 'crash', 'cymbals' => 'crash', 'rim' => 'stick', 'rimshot' => 'stick',
        'rimshots' => 'stick', 'side stick' => 'stick', 'shaker' => 'maracas', 'shakers' => 'maracas',
        'tambourine' => 'tamb', 'cowbell' => 'cowbell', 'congas' => 'conga', 'bongos' => 'bongo',
    ];
}
