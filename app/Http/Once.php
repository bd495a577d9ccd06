<?php

declare(strict_types=1);

namespace App\Http;

use App\Data\Writing;
use App\Models\KnownRequest;
use Closure;
use Illuminate\Http\Request;
use Jactonic\Core\Errors\BadInput;

/**
 * What is made by a request is made once, in one transaction: a repeat under the same name is told again what was made,
 * and makes nothing.
 */
final readonly class Once
{
    public function __construct(
        private Writing $writing,
        private Request $request,
    ) {
    }

    /**
     * @param  string  $about  what is made, within which the name of a request is its own: songs, keymaps …
     * @param  Closure(): array<string, mixed>  $make  gives what is answered
     * @return array<string, mixed>
     *
     * @throws BadInput where the name of the request is none
     */
    public function make(string $about, Closure $make): array
    {
        $name = self::nameOf($this->request);

        return $this->writing->together(static function () use ($about, $name, $make): array {
            $known = $name === null ? null : KnownRequest::find($about, $name);
            if ($known !== null) {
                return $known->answer;
            }
            $made = $make();
            if ($name !== null) {
                KnownRequest::keep($about, $name, null, $made);
            }

            return $made;
        });
    }

    /**
     * What a request is called by who asks; null where no repeat of it can come.
     *
     * @throws BadInput
     */
    public static function nameOf(Request $request): ?string
    {
        $name = $request->json('request');

        return $name === null || (is_string($name) && preg_match('/^[\w-]{8,64}$/D', $name) === 1)
            ? $name
            : throw new BadInput('request takes 8 to 64 letters, digits and hyphens that no other request has.');
    }
}
