<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Once;
use App\Songs\Asked\ContextInput;
use App\Songs\Asked\NextPress;
use App\Songs\Asked\Standing;
use Illuminate\Http\Request;
use Jactonic\Core\Conditions\Conditions;
use Jactonic\Core\Conditions\Selecting;
use Jactonic\Core\Content\Selection;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Song\Song;

/**
 * What an edit request says, checked by hand in one walk: a rule for each of 10,000 ids would cost more than the edit.
 */
final readonly class EditRequest
{
    private const MOST_LINES = 100;

    private const MOST_PRESSES = 32;

    /** As many as there may be notes and points. */
    private const MOST_IDS = 2 * Song::MOST_EVENTS;

    private const LONGEST_WHERE = 2000;

    public function __construct(private Request $request)
    {
    }

    /** Which clips are open, and which revisions of them were seen. */
    public function standing(): Standing
    {
        $open = $this->ids('open') ?? [];
        if ($open === [] || count($open) > Song::MOST_CLIPS) {
            throw new BadInput('open takes the ids of the open clips, at most '.number_format(Song::MOST_CLIPS).'.');
        }
        $front = $this->request->json('front') ?? $open[0];
        $revisions = $this->request->json('revisions') ?? [];
        if (! is_int($front) || ! is_array($revisions) || array_filter($revisions, is_int(...)) !== $revisions) {
            throw new BadInput(
                'front takes the id of an open clip, revisions the revision of each that was seen, by id.',
            );
        }

        $revisions = array_combine(array_map(intval(...), array_keys($revisions)), array_values($revisions));

        return new Standing(
            $open, $front, $revisions, $this->songRevision(), Once::nameOf($this->request),
            ...$this->shown('seen', 'what the window shows'),
            ...$this->shown('before', 'what the window showed before'),
        );
    }

    /** @return array{list<int>|null, int} clips, where the request says which, and the one in front */
    private function shown(string $name, string $what): array
    {
        if ($this->request->json($name) === null) {
            return [null, 0];
        }
        $open = $this->ids("{$name}.open") ?? [];
        $front = $this->request->json("{$name}.front");

        return is_int($front) && $open !== [] && count($open) <= Song::MOST_CLIPS
            ? [$open, $front]
            : throw new BadInput(
                "{$name} takes {$what}: open with the ids of clips, and front with the id of one of them.",
            );
    }

    private function songRevision(): ?int
    {
        $revision = $this->request->json('song');

        return $revision === null || is_int($revision)
            ? $revision
            : throw new BadInput('song takes the revision of the song that was seen.');
    }

    /** @return non-empty-list<string> */
    public function lines(): array
    {
        $lines = $this->request->json('lines');
        if (! is_array($lines) || $lines === [] || count($lines) > self::MOST_LINES) {
            throw new BadInput('lines takes 1 to '.self::MOST_LINES.' edit lines, such as ["quantize grid=1/16"].');
        }
        $read = [];
        foreach ($lines as $line) {
            $read[] = is_string($line) ? $line : throw new BadInput('lines takes edit lines as text.');
        }

        return $read;
    }

    /**
     * What may be pressed next.
     *
     * @return list<NextPress>
     */
    public function presses(): array
    {
        $said = $this->request->json('presses');
        if (! is_array($said) || count($said) > self::MOST_PRESSES) {
            throw new BadInput('presses takes a list of at most '.self::MOST_PRESSES.'.');
        }

        return array_map(NextPress::read(...), array_values($said));
    }

    /**
     * The lines that were run last, where they may have come to nothing; none where they are not known.
     *
     * @return list<string>
     */
    public function tried(): array
    {
        $lines = $this->request->json('tried') ?? [];

        return is_array($lines) && count($lines) <= self::MOST_LINES && array_filter($lines, is_string(...)) === $lines
            ? array_values($lines)
            : throw new BadInput('tried takes at most '.self::MOST_LINES.' edit lines as text.');
    }

    /** The selected notes; null for all of the open ones, which the text "all" stands for. */
    public function selection(): ?Selection
    {
        return $this->request->json('selection') === 'all' ? null : $this->selected();
    }

    public function selected(): Selection
    {
        return Selection::of($this->ids('selection') ?? []);
    }

    /** @return list<int>|null */
    private function ids(string $name): ?array
    {
        $ids = $this->request->json($name);
        if ($ids !== null && (! is_array($ids) || count($ids) > self::MOST_IDS)) {
            throw new BadInput("{$name} takes a list of ids, at most ".number_format(self::MOST_IDS).'.');
        }
        $read = [];
        foreach ($ids ?? [] as $id) {
            $read[] = is_int($id) ? $id : throw new BadInput("{$name} takes a list of ids.");
        }

        return $ids === null ? null : $read;
    }

    /** Whether to say what would change and leave everything as it is. */
    public function isDry(): bool
    {
        return $this->request->json('dry') === true;
    }

    /** Whether what is looked at is to be heard: then it is told whole. */
    public function isHeard(): bool
    {
        return $this->request->json('heard') === true;
    }

    /** The step in whose place the lines are run; null where they are one of their own. */
    public function instead(): ?int
    {
        $step = $this->request->json('instead');

        return $step === null || is_int($step)
            ? $step
            : throw new BadInput('instead takes the number of the step in whose place the lines are run.');
    }

    /** The step of the history to go to; null for the song as it came in. */
    public function step(): ?int
    {
        $step = $this->request->json('step');

        return $step === null || is_int($step)
            ? $step
            : throw new BadInput('step takes the number of a step, or null for the song as it came in.');
    }

    public function where(): Conditions
    {
        $where = $this->request->json('where') ?? '';

        return Conditions::parse(
            is_string($where) && strlen($where) <= self::LONGEST_WHERE ? $where : throw new BadInput(
                'where takes conditions as text of at most '.self::LONGEST_WHERE
                    .' characters, such as "pitch=60..72 velocity=..40".',
            ),
        );
    }

    /** What somebody said. */
    public function said(): string
    {
        $said = $this->request->json('say');

        return is_string($said) && mb_strlen($said) <= self::LONGEST_WHERE
            ? $said
            : throw new BadInput('say takes a text of at most '.self::LONGEST_WHERE.' characters.');
    }

    /** What is to be selected. */
    public function what(): Selecting
    {
        $what = $this->request->json('what');

        return Selecting::read(is_string($what) ? $what : '');
    }

    public function context(): ContextInput
    {
        return ContextSaid::read($this->request->json('context') ?? []);
    }
}
