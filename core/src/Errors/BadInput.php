<?php

declare(strict_types=1);

namespace Jactonic\Core\Errors;

/** Text that cannot be read: an unknown edit or parameter, a value out of its range, a malformed condition. */
final class BadInput extends CoreError
{
    private bool $tellsMore = false;

    /**
     * Of a text that has parts, what is wrong in it and what would work: its reader knows more than what may be written
     * at all.
     *
     * @param  array<string, mixed>  $data
     */
    public static function within(string $message, array $data = []): self
    {
        $error = new self($message, $data);
        $error->tellsMore = true;

        return $error;
    }

    /** Whether its message says more than that the text cannot be read. */
    public function tellsMore(): bool
    {
        return $this->tellsMore;
    }
}
