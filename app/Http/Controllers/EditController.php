<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Data\Writing;
use App\Http\Requests\EditRequest;
use App\Lines\KnownLines;
use App\Models\SongRecord;
use App\Songs\SongAhead;
use App\Songs\SongEditor;
use App\Songs\SongReading;
use App\Songs\SongReasons;
use App\Songs\SongWalk;
use App\Songs\Store\Marks;
use App\Songs\Store\SongHistory;
use App\Songs\Store\SongStore;
use App\Songs\Told\Quantized;
use App\Songs\Told\SongAnswer;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;
use Jactonic\Core\Errors\CoreError;
use Jactonic\Core\Reasons\Reason;
use Jactonic\Core\Recipes\NoteChoice;

/** Edits of a song, its history, and what is asked about its notes. */
final readonly class EditController
{
    public function __construct(
        private SongEditor $editor,
        private SongWalk $walk,
        private SongReading $reading,
        private SongHistory $history,
        private SongStore $store,
        private Writing $writing,
        private KnownLines $lines,
    ) {
    }

    public function edit(int $song, EditRequest $request): JsonResponse
    {
        $said = [
            $song, $request->standing(), $request->lines(), $request->selection(), $request->context(),
            $request->instead(),
        ];

        return new JsonResponse(
            ($request->isDry()
                ? $this->editor->preview(...[...$said, $request->isHeard()])
                : $this->editor->run(...$said))->toArray(),
        );
    }

    /** What the likeliest next presses would do; null for each where that is not known. */
    public function ahead(int $song, EditRequest $request, SongAhead $ahead): JsonResponse
    {
        $answers = $ahead->of(
            $song, $request->standing(), $request->presses(), $request->selection(), $request->context(),
        );

        return new JsonResponse([
            'answers' => array_map(static fn (?SongAnswer $answer): ?array => $answer?->toArray(), $answers),
        ]);
    }

    public function undo(int $song, EditRequest $request): JsonResponse
    {
        return new JsonResponse($this->walk->undo($song, $request->standing())->toArray());
    }

    public function redo(int $song, EditRequest $request): JsonResponse
    {
        return new JsonResponse($this->walk->redo($song, $request->standing())->toArray());
    }

    public function history(int $song): JsonResponse
    {
        return new JsonResponse($this->history->all($song, $this->store->clips($song, [])->stepId()));
    }

    public function goTo(int $song, EditRequest $request): JsonResponse
    {
        $said = [$song, $request->standing(), $request->step()];

        return new JsonResponse(
            ($request->isDry()
                ? $this->walk->preview(...[...$said, $request->isHeard()])
                : $this->walk->goTo(...$said))->toArray(),
        );
    }

    public function nameStep(int $song, int $step, Request $request): JsonResponse
    {
        $name = $request->json('name');
        if (! is_string($name) || mb_strlen($name) > 80) {
            throw new BadInput('name takes a text of at most 80 characters; an empty one takes the name away.');
        }
        $this->writing->together(function () use ($song, $step, $name): void {
            SongRecord::query()->findOrFail($song, ['id']);
            $this->history->name($song, $step, $name);
        });

        return $this->history($song);
    }

    /** Gives a point of the history a letter, or takes the letter away. */
    public function mark(int $song, Request $request, Marks $marks): JsonResponse
    {
        $letter = $request->json('letter');
        $step = $request->json('step');
        if (! is_string($letter) || ($step !== null && ! is_int($step))) {
            throw new BadInput('A mark takes a letter, and the number of a step or null for the song as it came in.');
        }

        return new JsonResponse(['marks' => (object) ($request->json('off') === true
            ? $marks->take($song, $letter)
            : $marks->set($song, $letter, $step))]);
    }

    /** Reads the timing of the selection, or of all open notes, and tells what the part was last quantized with. */
    public function advice(int $song, EditRequest $request): JsonResponse
    {
        $standing = $request->standing();
        $advice = $this->reading->advice($song, $standing, $request->selected(), $request->context());
        $step = $this->history->quantized($this->store->clips($song, [])->stepId(), $standing->front);

        return new JsonResponse(
            $advice->toArray() + ['quantized' => $step === null ? null : Quantized::by($step)->toArray()],
        );
    }

    /** The keys that the selection, or all open notes, may be in. */
    public function keys(int $song, EditRequest $request): JsonResponse
    {
        return new JsonResponse([
            'keys' => $this->reading->keys($song, $request->standing(), $request->selected(), $request->context()),
        ]);
    }

    /** Why the selected notes are as they are. */
    public function why(int $song, EditRequest $request, SongReasons $reasons): JsonResponse
    {
        $found = $reasons->of(
            $song, $request->standing(), $request->selected(), $request->context(), $request->tried(),
        );

        return new JsonResponse([
            'reasons' => array_map(static fn (Reason $reason): array => $reason->toArray(), $found),
        ]);
    }

    /** The notes that meet conditions. */
    public function choose(int $song, EditRequest $request): JsonResponse
    {
        return new JsonResponse([
            'selection' => $this->reading->choose(
                $song, $request->standing(), $request->where(), $request->selected(), $request->context(),
            )->ids,
        ]);
    }

    /**
     * What something said means: the lines, what was not understood of it, and, where these are edits, what they would
     * do.
     */
    public function say(int $song, EditRequest $request): JsonResponse
    {
        $said = $this->reading->say(
            $song, $request->standing(), $request->said(), $request->selection(), $request->context(),
        );
        [$lines, $problem, $preview] = [$said->lines, $said->problem, null];
        try {
            if ($lines !== [] && array_filter($lines, $this->lines->isEdit(...)) !== []) {
                // What takes another value each time has drawn it here, so that what is seen is what will be done.
                $lines = $this->lines->script($lines)->lines();
                $preview = $this->editor->preview(
                    $song, $request->standing(), $lines, $request->selection(), $request->context(), isHeard: true,
                )->toArray();
            }
        } catch (CoreError $error) {
            $problem = $error->getMessage();
        }

        return new JsonResponse(
            ['lines' => $lines, 'left' => $said->left, 'problem' => $problem, 'cost' => $said->cost,
                'preview' => $preview],
        );
    }

    /** The notes that are selected by what is selected, or from where one is. */
    public function select(int $song, EditRequest $request): JsonResponse
    {
        return new JsonResponse([
            'selection' => $this->reading->select(
                $song, $request->standing(), $request->what(), $request->selected(), $request->context(),
            )->ids,
        ]);
    }

    /** The notes that match the conditions of a rule. */
    public function match(int $song, EditRequest $request, Request $plain): JsonResponse
    {
        $choice = NoteChoice::fromArray($plain->json('choice'));

        return new JsonResponse([
            'selection' => $this->reading->match(
                $song,
                $request->standing(),
                $choice,
                $request->selected(),
                $request->context(),
            )->ids,
        ]);
    }
}
