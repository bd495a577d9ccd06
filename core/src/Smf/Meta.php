<?php

declare(strict_types=1);

namespace Jactonic\Core\Smf;

/** The meta events the program reads, by their numbers in the Standard MIDI File specification. */
enum Meta: int
{
    case TrackName = 0x03;
    case Lyric = 0x05;
    case Marker = 0x06;
    case Tempo = 0x51;
    case TimeSignature = 0x58;
    case KeySignature = 0x59;
    case SequencerSpecific = 0x7F;

    /** A whole event of this kind. */
    public function event(string $data): string
    {
        return "\xFF".chr($this->value).VariableLength::write(strlen($data)).$data;
    }

    /** The data of an event of this kind; null where it is another. */
    public function dataOf(string $event): ?string
    {
        if (! str_starts_with($event, "\xFF".chr($this->value))) {
            return null;
        }
        $at = 2;
        while ($at < strlen($event) && ord($event[$at]) > 127) {
            $at++;
        }

        return substr($event, $at + 1);
    }
}
