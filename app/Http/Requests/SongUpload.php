<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Smf\SmfFile;
use Jactonic\Core\Smf\SmfLimits;
use Jactonic\Core\Smf\SongImport;

/** A MIDI file on its way in, as base64 in JSON. */
final readonly class SongUpload
{
    public function __construct(private Request $request)
    {
    }

    /** The file's name without its ending. */
    public function name(): string
    {
        $name = $this->request->json('name');
        $name = is_string($name) ? trim((string) preg_replace('/\.(midi?|smf|kar|rmi)$/i', '', $name)) : '';

        return mb_substr($name === '' ? 'Untitled' : $name, 0, 200);
    }

    /** @throws BadInput where it is no MIDI file, or more than a song can hold */
    public function import(): SongImport
    {
        $text = $this->request->json('midi');
        if (! is_string($text)) {
            throw new BadInput('midi takes the bytes of a MIDI file as base64.');
        }
        if (strlen($text) > intdiv(SmfLimits::BYTES * 4, 3) + 4) {
            throw new BadInput(
                'The file is larger than 20 MB, which is more than a song may have. Split it, or take out what is not '
                    .'notes.',
            );
        }
        $bytes = base64_decode($text, true);
        if ($bytes === false) {
            throw new BadInput('midi takes the bytes of a MIDI file as base64; this could not be read.');
        }

        return new SongImport(SmfFile::read($bytes));
    }
}
