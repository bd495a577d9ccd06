<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Parameters\KeyValue;
use Jactonic\Core\Parameters\MeterValue;
use Jactonic\Core\Parameters\Tempo;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Song\Sketch;
use Jactonic\Core\Song\Song;

/** What a new song is to be like. */
final readonly class NewSong
{
    private const LONGEST_NAME = 200;

    public function __construct(private Request $request)
    {
    }

    /** @throws BadInput */
    public function name(): string
    {
        $name = $this->request->json('name');
        $name = is_string($name) ? trim($name) : '';

        return $name !== '' && mb_strlen($name) <= self::LONGEST_NAME
            ? $name
            : throw new BadInput('A song’s name has 1 to '.self::LONGEST_NAME.' characters.');
    }

    /** What a song that is renamed was called; null where that is not compared. */
    public function nameBefore(): ?string
    {
        $was = $this->request->json('was');

        return $was === null || is_string($was) ? $was : throw new BadInput('was takes the name that the song had.');
    }

    /** @throws BadInput */
    public function song(): Song
    {
        $sketch = $this->text('sketch', Sketch::Empty->value);
        $key = (new KeyValue)->read($this->text('key', KeyValue::NONE));

        $known = Sketch::tryFrom($sketch)
            ?? throw new BadInput('sketch takes '.implode(', ', array_column(Sketch::cases(), 'value')).'.');

        return $known->song(
            $this->tempo(), (new MeterValue)->read($this->text('meter', '4/4')), $key instanceof Scale ? $key : null,
        );
    }

    /** @throws BadInput */
    private function tempo(): float
    {
        $tempo = $this->request->json('tempo') ?? 120;
        try {
            return (new Tempo)->read(is_int($tempo) || is_float($tempo) ? (string) $tempo : '');
        } catch (BadInput) {
            throw new BadInput('The tempo goes from '.(new Tempo)->allowed().'.');
        }
    }

    private function text(string $name, string $otherwise): string
    {
        $text = $this->request->json($name) ?? $otherwise;

        return is_string($text) ? $text : throw new BadInput("{$name} takes a text.");
    }
}
