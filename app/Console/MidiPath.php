<?php

declare(strict_types=1);

namespace App\Console;

use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Smf\SmfLimits;

/** A MIDI file on the disk, read and written for the command line. */
final readonly class MidiPath
{
    private function __construct(private string $path)
    {
    }

    public static function of(string $path): self
    {
        return new self($path);
    }

    /** @throws BadInput where there is no such file, or it is too large */
    public function read(): string
    {
        if (! is_file($this->path) || ! is_readable($this->path)) {
            throw new BadInput("There is no file {$this->path} that can be read.");
        }
        if (filesize($this->path) > SmfLimits::BYTES) {
            throw new BadInput("{$this->path} is larger than 20 MB, which is more than a song may have.");
        }

        return (string) file_get_contents($this->path);
    }

    /**
     * Writes beside the file and renames, so that it is there whole or as it was.
     *
     * @throws BadInput where it cannot be written
     */
    public function write(string $bytes): void
    {
        $beside = $this->path.'.'.getmypid().'.part';
        if (@file_put_contents($beside, $bytes) !== strlen($bytes) || ! @rename($beside, $this->path)) {
            @unlink($beside);
            throw new BadInput("{$this->path} cannot be written. Does its folder exist, and may you write there?");
        }
    }
}
