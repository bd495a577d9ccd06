<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Http\Request;
use Jactonic\Core\Content\Phrase;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Pitch\Scale;
use Jactonic\Core\Shelf\ShelfItem;
use Jactonic\Core\Smf\SmfLimits;
use Jactonic\Core\Song\Voice;

/** What is to be kept on the shelf, or how it is to be taken from there. */
final readonly class ShelfRequest
{
    private const MOST_FILES = 200;

    public function __construct(private Request $request)
    {
    }

    /** @throws BadInput where it cannot be kept */
    public function item(): ShelfItem
    {
        $tempo = $this->request->json('tempo');
        $voice = $this->request->json('voice');

        return ShelfItem::ofPhrase(
            Phrase::fromArray($this->request->json('phrase')), $this->name(), $this->tags(),
            is_int($tempo) || is_float($tempo) ? (float) $tempo : throw new BadInput(
                'tempo takes quarter notes a minute.',
            ),
            self::scale($this->text('key')),
            (is_string($voice) ? Voice::tryFrom($voice) : null) ?? throw new BadInput(
                'voice takes one of: '.implode(', ', Voice::names()).'.',
            ),
        );
    }

    public function name(): string
    {
        return $this->text('name');
    }

    /** @return array<array-key, mixed> */
    public function tags(): array
    {
        $tags = $this->request->json('tags', []);

        return is_array($tags) ? $tags : throw new BadInput('tags takes a list of texts.');
    }

    /** The revision of a phrase that a change began from; null where it is not compared. */
    public function revision(): ?int
    {
        $revision = $this->request->json('revision');

        return $revision === null || is_int($revision)
            ? $revision
            : throw new BadInput('revision takes the one that was seen.');
    }

    /** The key it is taken in; null as it was kept. */
    public function key(): ?Scale
    {
        $key = $this->request->query('key');

        return self::scale(is_string($key) ? $key : '');
    }

    /**
     * MIDI files, each with its name without its ending.
     *
     * @return list<array{name: string, bytes: string}>
     *
     * @throws BadInput
     */
    public function files(): array
    {
        $given = $this->request->json('files');
        if (! is_array($given) || $given === [] || count($given) > self::MOST_FILES) {
            throw new BadInput(
                'files takes 1 to '.self::MOST_FILES.' MIDI files at once, each with its name and its bytes as base64.',
            );
        }
        $files = [];
        foreach ($given as $file) {
            [$name, $midi] = is_array($file) ? [$file['name'] ?? null, $file['midi'] ?? null] : [null, null];
            $bytes = is_string($midi) && strlen($midi) <= intdiv(SmfLimits::BYTES * 4, 3) + 4
                ? base64_decode($midi, true)
                : false;
            if (! is_string($name) || $bytes === false) {
                throw new BadInput('Each file takes its name and its bytes, 20 MB at most, as base64.');
            }
            $files[] = [
                'name' => mb_substr(pathinfo($name, PATHINFO_FILENAME), 0, ShelfItem::LONGEST_NAME), 'bytes' => $bytes,
            ];
        }

        return $files;
    }

    private function text(string $name): string
    {
        $text = $this->request->json($name, '');

        return is_string($text) ? $text : throw new BadInput("{$name} takes a text.");
    }

    private static function scale(string $text): ?Scale
    {
        return $text === '' ? null : Scale::parse($text);
    }
}
