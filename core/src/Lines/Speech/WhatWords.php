<?php

declare(strict_types=1);

namespace Jactonic\Core\Lines\Speech;

/**
 * The table of what one may want, each way to say it with the lines it means; `Pattern` tells how it is written. A new
 * way is a row here. What is said by the name of an edit or a command and values needs no row.
 */
final class WhatWords
{
    /** What is done to notes. */
    public const TO_NOTES = [
        // time
        'later|late|behind|right|forward|forwards|to_the_right|back_in_time {time=step} nudge'
            .'|move?' => 'nudge by={time}',
        'earlier|early|left|ahead|to_the_left|sooner {time=step} nudge|move?' => 'nudge by=-{time}',
        'nudge|shift|move {time}' => 'nudge by={time}',
        'delay|lag {time}' => 'nudge by={time}',
        'on|to|onto grid|the_grid snap|quantize|tighten|straighten|pull|bring|put|move' => 'quantize',
        'as_played|as_it_was_played|as_they_were_played|unquantize|take_the_quantize_back|take_back_the_quantize'
            .'|undo_the_quantize|undo_quantize|undo_the_quantizing|remove_the_quantize|back_to_the_take' => 'as-played',
        'to {at} align|move|start|starting|put' => 'align to={at}',
        'start|begin {at}' => 'align to={at}',
        'swing|swinging make|add|some|more_of_a' => 'quantize swing=60',
        'half_speed|half_time|twice_as_slow|half_as_fast|slower_by_half|half_tempo' => 'stretch factor=2',
        'double_speed|double_time|twice_as_fast|double_tempo' => 'stretch factor=1/2',
        'three_times_as_fast' => 'stretch factor=1/3',
        'to|into triplets|triplet_feel straight|turn|make' => 'stretch factor=2/3',
        'looser|loosen|more_human|human|less_stiff|less_perfect|humanise|more_feel' => 'humanize',
        'humanize|loosen a_little|slightly|a_bit|gently' => 'humanize time=5ms velocity=4',
        'humanize|vary|loosen|randomize the? velocity|velocities|dynamics|loudness' => 'humanize velocity=8',
        'humanize|vary|loosen|randomize the? length|lengths|durations' => 'humanize length=10',
        'lay|laid|lazy|lazier|drag back|behind|lazy|lazier' => 'humanize lean=60',
        'push|rush|rushed|pushed ahead|forward' => 'humanize lean=-60',
        'backwards|in_reverse|back_to_front' => 'reverse',
        'strum|strummed|arpeggiate {time=20ms} up|upwards|from_the_bottom' => 'strum time={time}',
        'strum|strummed {time=20ms} down|downwards|downward|from_the_top' => 'strum time={time} direction=down',
        // pitch
        'up|higher|raise|raised {interval=semitones=1} transpose|move?' => 'transpose {interval}',
        'down|lower|drop|lowered|deeper {interval=semitones=1} transpose|move?' => 'transpose -{interval}',
        'transpose|move {interval}' => 'transpose {interval}',
        '{interval} above|over|on_top|higher add|double|doubled|doubling|with|copy' => 'double {interval}',
        '{interval} above|over|on_top' => 'double {interval}',
        '{interval} below|under|underneath' => 'double -{interval}',
        '{interval} double|doubled|doubling|doubling_too|too' => 'double {interval}',
        '{interval} down|lower double|doubled|doubling|copy' => 'double -{interval}',
        'in|with thirds|thirds_above double|doubled|harmonize' => 'double degrees=2',
        'in|with octaves double|doubled' => 'double octaves=1',
        'to|onto|on {pitch}' => 'repitch to={pitch}',
        'one_pitch|same_pitch|same_note' => 'repitch',
        'into_the_key|into_key|in_key|to_the_key|to_the_scale|into_the_scale|in_tune|fix_the_wrong_notes'
            .'|correct_the_wrong_notes|fix_wrong_notes|correct_wrong_notes|fit_to_the_key' => 'inkey',
        'next_inversion|inversion_up|invert_up' => 'revoice move=up',
        'previous_inversion|inversion_down|invert_down' => 'revoice move=down',
        'upside_down|mirrored|mirror' => 'invert',
        'add|with thirds|third' => 'harmony shape=third',
        'add|with sixths|sixth' => 'harmony shape=sixth',
        'power_chords|fifths_and_octaves' => 'harmony shape=power',
        'to|into|make triads|chords|triad' => 'harmony shape=triad',
        // length
        'longer|lengthen|extend|stretch {time=grid}' => 'nudge edge=end by={time}',
        'shorter|shorten {time=grid}' => 'nudge edge=end by=-{time}',
        '{time} long|in_length|each' => 'length to={time}',
        'as_long_as|length_of {time}' => 'length to={time}',
        'lengths|length|long|duration to|of|as {time}' => 'length to={time}',
        'half_as_long|half_the_length|half_length|halve_the_length|half_length' => 'length scale=50',
        'twice_as_long|double_the_length|double_length' => 'length scale=200',
        '{percent} longer' => 'length scale={more}',
        '{percent} shorter' => 'length scale={less}',
        'legato|connected|connect|joined_up|no_gaps|without_gaps|fill_the_gaps|fill_gaps|close_the_gaps'
            .'|to_the_next_note|until_the_next_note|up_to_the_next_note|until_the_next|to_the_next' => 'legato',
        'legato to_the_next_note|until_the_next_note|up_to_the_next_note|to_the_next_one' => 'legato',
        'staccato|very_short|choppy' => 'detach keep=30',
        'portato|detached|some_air|with_air|a_bit_shorter' => 'detach',
        'no_overlaps|without_overlaps|no_overlap|remove_the_overlaps|remove_overlaps|fix_overlaps'
            .'|fix_the_overlaps' => 'untangle',
        'no_longer_than|at_most|not_longer_than|max {time}' => 'fit max={time}',
        'no_shorter_than|at_least|not_shorter_than|min {time}' => 'fit min={time}',
        'end|ends|stop {at}' => 'trim edge=end at={at}',
        'hold|sustain|held bar_line|the_bar_line|end_of_the_bar' => 'legato last=bar',
        // dynamics
        'louder|harder|stronger {difference=10}' => 'velocity add={difference}',
        'softer|quieter|weaker|gentler {difference=10}' => 'velocity add=-{difference}',
        '{percent} louder|stronger|harder' => 'velocity scale={more}',
        '{percent} softer|quieter|weaker|gentler' => 'velocity scale={less}',
        'half_as_loud|half_the_velocity' => 'velocity scale=50',
        'twice_as_loud|double_the_velocity' => 'velocity scale=200',
        'velocity|velocities|loudness|dynamics {from:level} to|until {to:level} from?' => 'ramp from={from} to={to}',
        'crescendo|swell|louder_and_louder|get_louder'
            .'|getting_louder {from:level} to? {to:level}' => 'ramp from={from} to={to}',
        'crescendo|get_louder|getting_louder|louder_and_louder|swell|fade_in|growing' => 'ramp from=40 to=110',
        'diminuendo|decrescendo|get_softer|getting_softer|softer_and_softer|fade_out|fading'
            .'|fade_away' => 'ramp from=110 to=40',
        'full_velocity|full_blast|as_loud_as_possible|maximum_velocity|max_velocity|loudest' => 'velocity set=127',
        'same_velocity|same_loudness|equally_loud|all_equally_loud|equal_velocity|equal_velocities|same_level'
            .'|flatten_dynamics|flatten_the_dynamics|flat_dynamics|flatten_velocities'
            .'|flatten_the_velocities' => 'squeeze amount=100',
        'even_out|more_even|less|tame|compress dynamics|velocities?' => 'squeeze',
        'more|exaggerate|livelier dynamics|contrast|velocities?' => 'squeeze amount=-50',
        'reset_velocity|default_velocity|normal_velocity|reset_velocities|reset_the_velocities' => 'velocity set=96',
        'no_louder_than|not_louder_than|at_most_velocity|cap_at|capped_at {level}' => 'limit max={level}',
        'no_softer_than|not_softer_than|at_least_velocity {level}' => 'limit min={level}',
        'accent|accented' => 'velocity add=20',
        // taking apart
        'off|mute|silence|silent|silenced|muted' => 'mute state=on',
        'on|unmute|audible|sounding|unmuted|back_on|again' => 'mute state=off',
        'split|cut|chop|slice|divide|break|chopped to|into|in|as|up? {grid}' => 'steps grid={grid}',
        'split|cut|chop|slice|divide|break|chopped to|into|in {n} parts|pieces|notes|steps|times?' => 'steps parts={n}',
        'into|in {n} parts|pieces|equal_parts' => 'steps parts={n}',
        'split|cut|chop|halve in_half|in_two|halve|halved|in_halves' => 'steps parts=2',
        'roll|drum_roll|ratchet {grid=1/32}' => 'steps grid={grid}',
        'arpeggiate|arpeggio|arp|arpeggiated|broken_chords|break_the_chords|tone_by_tone'
            .' in|on|as? {grid}' => 'arpeggio grid={grid}',
        'arpeggiate|arpeggio|arp|arpeggiated|broken_chords|break_the_chords|tone_by_tone' => 'arpeggio',
        'split|cut|slice {at}' => 'split at={at}',
        'join|glue|merge|tie together|up|them' => 'join',
        'repeat|again|loop|copy|duplicate {n} times|more_times|x' => 'repeat times={n}',
        'repeat|again|loop|copy|duplicate twice' => 'repeat times=2',
        'repeat|again once|once_more|one_more_time' => 'repeat',
        'twice_more|two_more_times' => 'repeat times=2',
        'once_more|one_more_time' => 'repeat',
        '{n} times|x in_all|altogether|in_total' => 'repeat times={oneless}',
        'repeat|loop|fill|copy until|up_to|to end_of_the_range|range_end'
            .'|the_end_of_the_range' => 'repeat until=range-end',
        'repeat|loop until|up_to|to {position}' => 'repeat until={position}',
        'copy until|up_to {position}' => 'repeat until={position}',
        'copy|duplicate|put_a_copy|a_copy to|at|into {position}' => 'copy; paste at={position}',
        'repeat|again|copy {time} later|on' => 'repeat every={time}',
        'delete|remove|erase|take_out|take_away|get_rid_of|kill|drop' => 'delete',
        'copy|double|send|doubled|also|layer to|on|with|onto{track} track?' => 'copy-to track={track}',
        'hand|hand_over|give|move to|onto|over|over_to{track} track?' => 'copy-to track={track} keep=off',
        'clean|clean_up|tidy|tidy_up up?' => 'tidy',
        'select|choose|mark|pick' => '',
    ];

    /** What is put in, or done to tracks, clips, the conductor, or the screen: nobody is named with it. */
    public const ELSEWHERE = [
        // putting in
        '{chord} {at=caret} chord? long|for? {time?}' => 'chord pitch={root} shape={shape} at={at} length={time}',
        '{pitch} {time?} {at=caret} note|insert|write'
            .'|add? {level?}' => 'insert pitch={pitch} at={at} length={time} velocity={level}',
        '{row} on|at {beats} {bars?}' => 'fill pitch={rowpitch} every={beat} velocity={pattern} range={span}',
        '{row} on_every_beat|every_beat|four_on_the_floor|four_to_the_floor'
            .'|on_the_beat {bars?}' => 'fill pitch={rowpitch} every={beat} range={span}',
        'four_on_the_floor|four_to_the_floor {bars?}' => 'fill pitch={kickpitch} every={beat} range={span}',
        '{row} in|every|as|with|on_every|on_all|on {grid} {bars?}' => 'fill pitch={rowpitch} every={grid} range={span}',
        '{grid} {row} {bars?}' => 'fill pitch={rowpitch} every={grid} range={span}',
        '{row} {at} hit|note|insert|put|add? {level?}' => 'insert pitch={rowpitch} at={at} velocity={level}',
        '{pitch} on_every_beat|every_beat|on_the_beat {bars?}' => 'fill pitch={pitch} every={beat} range={span}',
        '{pitch} in|every|as|on_every|on_all {grid} {bars?}' => 'fill pitch={pitch} every={grid} range={span}',
        '{row} on_the_off-beats|on_the_off-beat|on_off-beats|off-beat'
            .'|off-beats {bars?}' => 'fill pitch={rowpitch} every=1/8 velocity={offbeat} range={span}',
        'name|call|symbol|chord_name|chord_symbol|write {chord} {at=caret}' => 'chord-name name={chord} at={at}',
        'name_the_chords|chord_names|what_chords|which_chords|what_chords_are_these|which_chords_are_these'
            .'|write_the_chords|label_the_chords|find_the_chords' => 'chord-names',
        'play_the_chords|write_the_chords|write_out_the_chords|notes_of_the_chords|play_the_changes' => 'chords-fill',
        'play|notes|write|comp|chords from|out_of? chord_names|the_chord_names|chord_symbols'
            .'|the_changes' => 'chords-fill',
        // the conductor
        '{tempo} bpm' => 'tempo to={tempo}',
        'tempo|speed|bpm {tempo} bpm? {at}' => 'tempo to={tempo} at={at}',
        'waltz' => 'meter to=3/4',
        'slow_down|slowing_down|ritardando|rit to? {tempo} bpm? {bars?}' => 'tempo-ramp to={tempo} range={bars}',
        'speed_up|speeding_up|accelerando to? {tempo} bpm? {bars?}' => 'tempo-ramp to={tempo} range={bars}',
        'in|key|key_of|set_the_key_to{key}' => 'key to="{key}"',
        'key {key} {at}' => 'key to="{key}" at={at}',
        'no_key|without_a_key' => 'key to=none',
        '{meter} time|meter|metre|signature|time_signature|bars' => 'meter to={meter}',
        'meter|time|signature|time_signature {meter} {at}' => 'meter to={meter} at={at}',
        'marker|section|mark {text}' => 'marker name="{text}"',
        'insert|add|make_room|open {bars} empty? more|room|of_silence?' => 'time-open range={bars}',
        'delete|remove|cut_out|take_out|cut {bars}' => 'time-close range={bars}',
        // tracks
        'add|new|make|another|create {voice} track|part' => 'track-new voice={voice}',
        'add|new|make|another|create {instrument} track|part?' => 'track-new instrument={instrument}',
        '{instrument} track|part' => 'track-new instrument={instrument}',
        '{instrument}' => 'track instrument={instrument}',
        '{voice} track|part' => 'track-new voice={voice}',
        '{newvoice}' => 'track-new voice={newvoice}',
        '{track}' => 'go-track name="{track}"',
        'make_this|make_it|make_the_track|make_this_track|turn_this_into|turn_it_into|play_this_on|sound_like'
            .'|this_is {voice}' => 'track voice={voice}',
        'make_this|make_it|make_the_track|make_this_track|turn_this_into|turn_it_into|play_this_on|play_it_on'
            .'|sound_like|this_is|use|change_to|instrument {instrument}' => 'track instrument={instrument}',
        'more|some reverb' => 'track reverb=40',
        'reverb {level}' => 'track reverb={level}',
        'no reverb|dry' => 'track reverb=0',
        'chorus {level}' => 'track chorus={level}',
        'rename|call track|this_track|the_track {text}' => 'track name="{text}"',
        'add|new|make|create track called|named{text}' => 'track-new name="{text}"',
        'rename|call track|this_track|the_track|it to|as|it{text}' => 'track name="{text}"',
        'mute|silence {track} track?' => 'track of={number} mute=on',
        'unmute {track} track?' => 'track of={number} mute=off',
        'solo|only|hear|hear_only|just {track} alone|track?' => 'track of={number} solo=on',
        'unsolo|no_solo {track}' => 'track of={number} solo=off',
        'volume|level|fader {track} {n} %|percent?' => 'track of={number} volume={n}',
        'pan {track} left {n=50}' => 'track of={number} pan=-{n}',
        'pan {track} right {n=50}' => 'track of={number} pan={n}',
        'pan {track} center|centre|middle' => 'track of={number} pan=0',
        'copy|duplicate|clone {track} track' => 'track-copy of={number}',
        'transpose_track|transpose_the_track|track_transpose {n}' => 'track transpose={n}',
        'transpose_track|transpose_the_track {signed}' => 'track transpose={signed}',
        // the screen
        'go|jump|locate|go_to|cursor|jump_to to? {position}' => 'go to={position}',
        'go_to_the|go|jump_to start|beginning|top to?' => 'caret to=start; playhead',
        '{position}' => 'go to={position}',
        'caret|put_the_caret|cursor {position}' => 'caret at={position}',
        'play|start|listen|hear from {position}' => 'go to={position}; play',
        'go|show|open|switch|edit|go_to to? {track} track|part?' => 'go-track name="{track}"',
        'show|lane|open {lane} lane?' => 'lane name={lane}',
        'loop|cycle {bars}' => 'range at={bars}; loop state=on',
        'range|select {bars}' => 'range at={bars}',
        'loop on' => 'loop state=on',
        'loop off' => 'loop state=off',
        'snap|snapping off|no' => 'free-snap',
        'nudge|nudge_amount|nudges amount? to|by|of? {time}' => 'nudge-amount value={time}',
        'grid|snap {grid}' => 'grid value={grid}',
        'straight|no_swing|without_swing|swing_off grid|feel?' => 'swing to=0',
        'quantize_while_recording|quantize_what_i_play|quantize_the_recording|input_quantize' => 'quantize-in',
    ];

    /** Words about how an edit is to be done, by its name. */
    public const HOW = [
        'quantize' => [
            'starts and ends' => 'what=both', 'both ends' => 'what=both', 'ends' => 'what=end',
            'the ends' => 'what=end',
            'lengths' => 'what=length', 'lengths too' => 'what=both', 'chords together' => 'chords=together',
            'strums kept' => 'chords=together', 'keep the strum' => 'chords=together',
            'keep strums' => 'chords=together',
            'from where they are' => 'from=now',
        ],
        'arpeggio' => [
            'up and down' => 'order=up-down', 'there and back' => 'order=up-down', 'down and up' => 'order=down-up',
            'downwards' => 'order=down', 'down' => 'order=down', 'upwards' => 'order=up', 'up' => 'order=up',
            'as played' => 'order=played', 'over two octaves' => 'octaves=2', 'over three octaves' => 'octaves=3',
            'two octaves' => 'octaves=2', 'three octaves' => 'octaves=3', 'short' => 'gate=50',
        ],
        'legato' => ['with overlap' => 'gap=-1/64', 'overlapping' => 'gap=-1/64', 'by pitch' => 'by=pitch'],
        'untangle' => ['by pitch' => 'by=pitch', 'each pitch' => 'by=pitch'],
        'repeat' => ['on the next bar' => 'round=bar', 'in bars' => 'round=bar'],
        'ramp' => ['keeping the accents' => 'mode=scale', 'keep the accents' => 'mode=scale'],
        'stretch' => ['from the caret' => 'anchor=caret'],
        'strum' => ['downward' => 'direction=down', 'down' => 'direction=down', 'up' => 'direction=up'],
        'humanize' => ['chords together' => 'chords=together', 'timing only' => 'velocity=0'],
        'tempo' => ['keep the sound' => 'keep=seconds'],
    ];
}
