<?php

declare(strict_types=1);

namespace Jactonic\Core\Edits\Playing;

use Jactonic\Core\Content\Change;
use Jactonic\Core\Content\Draft;
use Jactonic\Core\Content\Notes;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Context\Context;
use Jactonic\Core\Edits\Declaration;
use Jactonic\Core\Edits\Edit;
use Jactonic\Core\Edits\Group;
use Jactonic\Core\Errors\EditRefused;
use Jactonic\Core\Parameters\Parameter;
use Jactonic\Core\Parameters\Parameters;
use Jactonic\Core\Saying\Noun;
use Jactonic\Core\Saying\Said;
use Jactonic\Core\Song\Techniques;

/** Says how notes are played: by a technique of their track, or as ordinary. */
final readonly class SetTechnique implements Edit
{
    private const NONE = 'none';

    private const NEXT = 'next';

    public function declaration(): Declaration
    {
        return new Declaration(
            'technique',
            'Technique',
            Group::Playing,
            'Lets notes be played by a technique of their track, such as plucked or short.',
            [
                Parameter::text(
                    'to',
                    'Its name, its sign or its number; none for ordinary, next for the one after that of the first '
                        .'note.',
                    longest: 20, absent: self::NEXT,
                ),
            ],
            synonyms: [
                'articulation',
                'pizzicato',
                'staccato',
                'tremolo',
                'legato',
                'playing style',
                'ways of playing',
            ],
            uses: [
                'technique to=none' => 'Play as ordinary',
                'technique to=1' => 'First technique',
                'technique to=2' => 'Second technique',
            ],
            isHeard: true,
        );
    }

    public function apply(Notes $notes, Selection $selection, Context $context, Parameters $parameters): Change
    {
        $places = $selection->positions($notes);
        $to = $parameters->has('to') ? (string) $parameters->word('to') : self::NEXT;
        $draft = new Draft($notes);
        $next = null;
        $changed = 0;
        $name = 'ordinary';
        foreach ($places as $i) {
            $techniques = $context->clips->techniquesOf($notes->clip[$i]);
            $number = match ($to) {
                self::NONE => 0,
                self::NEXT => $next ??= self::after($notes->technique[$i], $techniques),
                default => $techniques->number($to) ?? throw self::unknown($to, $techniques),
            };
            if ($to === self::NEXT && $techniques->all === []) {
                throw self::unknown($to, $techniques);
            }
            $name = $techniques->all[$number]->name ?? $name;
            $changed += $number !== $notes->technique[$i] ? 1 : 0;
            $draft->technique[$i] = $number;
        }

        return $draft->change($selection, $changed === 0
            ? Said::nothing('Nothing changed: the notes are played so already.')
            : Said::did($changed, Noun::Note, "played {$name}"));
    }

    private static function after(int $number, Techniques $techniques): int
    {
        return $number >= count($techniques->all) ? 0 : $number + 1;
    }

    private static function unknown(string $called, Techniques $techniques): EditRefused
    {
        return new EditRefused(
            $techniques->all === []
                ? 'This track has no techniques yet; technique-map to=strings or to=bellows gives it some, or write '
                    .'its '
                    .'own.'
                : "This track has no technique “{$called}”; it has {$techniques->names()}.",
            [
                'allowed' => array_values(array_map(
                    static fn ($technique): string => $technique->name, $techniques->all,
                )),
            ],
        );
    }
}
