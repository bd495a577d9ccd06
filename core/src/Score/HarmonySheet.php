<?php

declare(strict_types=1);

namespace Jactonic\Core\Score;

use DOMDocument;
use DOMElement;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Pitch\ChordName;
use Jactonic\Core\Smf\ConductorCodec;
use Jactonic\Core\Song\Conductor;
use Jactonic\Core\Song\ConductorKind;

/**
 * The chords of a song as a sheet of bars with names: MusicXML 4.0, partwise, with a `harmony` for each chord and a
 * whole rest in each bar, so that notation programs show a lead sheet.
 */
final readonly class HarmonySheet
{
    /**
     * The kinds of the MusicXML specification by quality; what they lack is added as degrees: number, alteration, what
     * is done.
     */
    private const KINDS = [
        '' => ['major'], 'm' => ['minor'], '7' => ['dominant'], 'm7' => ['minor-seventh'], 'maj7' => ['major-seventh'],
        'sus4' => ['suspended-fourth'], 'sus2' => ['suspended-second'],
        'dim' => ['diminished'], 'aug' => ['augmented'], '6' => ['major-sixth'], 'm6' => ['minor-sixth'],
        'm7b5' => ['half-diminished'], 'dim7' => ['diminished-seventh'],
        '7sus4' => ['suspended-fourth', [7, -1, 'add']], 'mMaj7' => ['major-minor'], 'add9' => ['major', [9, 0, 'add']],
        'madd9' => ['minor', [9, 0, 'add']],
        '9' => ['dominant-ninth'], 'm9' => ['minor-ninth'], 'maj9' => ['major-ninth'],
        '69' => ['major-sixth', [9, 0, 'add']], '9sus4' => ['suspended-fourth', [7, -1, 'add'], [9, 0, 'add']],
        '7b9' => ['dominant', [9, -1, 'add']], '7#9' => ['dominant', [9, 1, 'add']],
        '7b5' => ['dominant', [5, -1, 'alter']], '7#5' => ['augmented-seventh'],
        'maj7#5' => ['major-seventh', [5, 1, 'alter']],
        'maj7#11' => ['major-seventh', [11, 1, 'add']], '7#11' => ['dominant', [11, 1, 'add']], 'm11' => ['minor-11th'],
        '13' => ['dominant-13th'], '5' => ['power'],
    ];

    private const MOST_BARS = 5_000;

    public function __construct(
        private Conductor $conductor,
        private string $title,
        private int $end,
    ) {
    }

    /** @throws EditRefused where there are more bars than a sheet has */
    public function write(): string
    {
        $bars = $this->conductor->meters->barAt(max(0, $this->end - 1)) + 1;
        if ($bars > self::MOST_BARS) {
            throw new EditRefused(
                'A sheet of chords has at most '.number_format(self::MOST_BARS).' bars, and this song has '
                    .number_format($bars).'. Bring its last clip nearer.',
                ['most' => self::MOST_BARS],
            );
        }
        $document = new DOMDocument('1.0', 'UTF-8');
        $document->formatOutput = true;
        $root = self::put($document, $document, 'score-partwise', attributes: ['version' => '4.0']);
        self::put($document, self::put($document, $root, 'work'), 'work-title', $this->title);
        $part = self::put(
            $document, self::put($document, $root, 'part-list'), 'score-part', attributes: ['id' => 'P1'],
        );
        self::put($document, $part, 'part-name', 'Chords');
        $measures = self::put($document, $root, 'part', attributes: ['id' => 'P1']);
        $meters = $this->conductor->meters;
        $chords = $this->conductor->all(ConductorKind::Chord);
        $before = '';
        $next = 0;
        for ($bar = 0; $bar < $bars; $bar++) {
            [$from, $to] = [$meters->barStart($bar), $meters->barStart($bar + 1)];
            $measure = self::put($document, $measures, 'measure', attributes: ['number' => (string) ($bar + 1)]);
            $before = $this->attributes($document, $measure, $from, $before);
            for (; $next < count($chords) && $chords[$next]->tick < $to; $next++) {
                self::harmony(
                    $document, $measure, ChordName::parse($chords[$next]->value), $chords[$next]->tick - $from,
                );
            }
            $note = self::put($document, $measure, 'note');
            self::put($document, $note, 'rest', attributes: ['measure' => 'yes']);
            self::put($document, $note, 'duration', (string) ($to - $from));
        }

        return (string) $document->saveXML();
    }

    /** What a bar begins with, where it is another than before. */
    private function attributes(DOMDocument $document, DOMElement $measure, int $tick, string $before): string
    {
        $meter = $this->conductor->meters->meterAt($tick);
        $key = $this->conductor->keyAt($tick);
        $fifths = $key === null ? 0 : ConductorCodec::signature($key);
        $said = "{$meter} {$fifths}";
        if ($said === $before) {
            return $said;
        }
        $attributes = self::put($document, $measure, 'attributes');
        self::put($document, $attributes, 'divisions', (string) $this->conductor->ppq);
        self::put($document, self::put($document, $attributes, 'key'), 'fifths', (string) $fifths);
        $time = self::put($document, $attributes, 'time');
        self::put($document, $time, 'beats', (string) $meter->numerator);
        self::put($document, $time, 'beat-type', (string) $meter->denominator);

        return $said;
    }

    private static function harmony(DOMDocument $document, DOMElement $measure, ChordName $chord, int $offset): void
    {
        $harmony = self::put($document, $measure, 'harmony');
        [$root, $bass] = explode('/', (string) $chord) + [1 => ''];
        self::pitch($document, $harmony, 'root', $root);
        $kind = self::KINDS[$chord->quality];
        self::put($document, $harmony, 'kind', $kind[0], ['text' => $chord->quality]);
        if ($bass !== '') {
            self::pitch($document, $harmony, 'bass', $bass);
        }
        foreach (array_slice($kind, 1) as [$number, $alter, $type]) {
            $degree = self::put($document, $harmony, 'degree');
            self::put($document, $degree, 'degree-value', (string) $number);
            self::put($document, $degree, 'degree-alter', (string) $alter);
            self::put($document, $degree, 'degree-type', $type);
        }
        if ($offset > 0) {
            self::put($document, $harmony, 'offset', (string) $offset);
        }
    }

    /** A root or a bass: its letter, and a sharp or a flat. */
    private static function pitch(DOMDocument $document, DOMElement $harmony, string $name, string $text): void
    {
        $element = self::put($document, $harmony, $name);
        self::put($document, $element, "{$name}-step", $text[0]);
        $alter = ['#' => '1', 'b' => '-1'][$text[1] ?? ''] ?? null;
        if ($alter !== null) {
            self::put($document, $element, "{$name}-alter", $alter);
        }
    }

    /** @param  array<string, string>  $attributes */
    private static function put(
        DOMDocument $document, DOMDocument|DOMElement $parent, string $name, ?string $text = null,
        array $attributes = [],
    ): DOMElement {
        $element = $document->createElement($name);
        if ($text !== null) {
            $element->appendChild($document->createTextNode($text));
        }
        foreach ($attributes as $attribute => $value) {
            $element->setAttribute($attribute, $value);
        }
        $parent->appendChild($element);

        return $element;
    }
}
