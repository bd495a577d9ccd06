<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\Scale;

/** What a request wants changed about a song; null where it says nothing. */
final readonly class SongChanges
{
    public function __construct(private Request $request)
    {
    }

    public function name(): ?string
    {
        $name = $this->request->json('name');
        if ($name === null) {
            return null;
        }
        $name = is_string($name) ? trim($name) : '';
        if ($name === '' || mb_strlen($name) > 200) {
            throw new BadInput('A song’s name has 1 to 200 characters.');
        }

        return $name;
    }

    /** Quarter notes a minute. */
    public function tempo(): ?float
    {
        $tempo = $this->request->json('tempo');
        if ($tempo === null) {
            return null;
        }
        if ((! is_int($tempo) && ! is_float($tempo)) || $tempo < 10 || $tempo > 400) {
            throw new BadInput('The tempo goes from 10 to 400 BPM.');
        }

        return (float) $tempo;
    }

    /** A key as it is written, the empty text for none. */
    public function key(): ?string
    {
        $key = $this->request->json('key');
        if ($key === null || $key === '') {
            return $key;
        }

        return (string) Scale::parse(is_string($key) ? $key : '');
    }
}
