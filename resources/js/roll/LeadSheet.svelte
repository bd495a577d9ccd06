<script lang="ts">
  import { chordSigns } from '../music/conductor';
  import { getStudio } from '../acting/studio';

  const { contents, grid } = getStudio();

  interface Bar {
    number: number;
    /** where another meter begins */
    meter: string;
    marker: string;
    /** how far into the bar each begins, 0–1 */
    chords: { at: number; name: string }[];
  }

  const bars = $derived.by(() => {
    const { chords, events } = contents.song;
    const sheet: Bar[] = [];
    let meter = '';
    for (const { tick, bar, stretch } of grid.lines.bars(0, Math.max(contents.end - 1, chords.at(-1)?.tick ?? 0))) {
      const end = grid.lines.barStart(bar + 1);
      const inBar = (one: { tick: number }) => one.tick >= tick && one.tick < end;
      const name = `${stretch.numerator}/${stretch.denominator}`;
      sheet.push({
        number: bar + 1,
        meter: name === meter ? '' : name,
        marker: events.find((event) => event.kind === 'marker' && inBar(event))?.label ?? '',
        chords: chords.filter(inBar).map((chord) => ({
          at: (chord.tick - tick) / (end - tick),
          name: chordSigns(chord.name),
        })),
      });
      meter = name;
    }
    return sheet;
  });
</script>

<!-- Seen only on paper: bars with the names of their chords. -->
<article class="print-sheet lead-sheet hidden" aria-hidden="true" data-testid="lead-sheet">
  <h1>{contents.song.name}</h1>
  <p>{contents.song.key ?? 'no key'} · {contents.song.tempo} BPM</p>
  <div class="bars">
    {#each bars as { number, meter, marker, chords } (number)}
      <div class="bar">
        <small>{number}{meter ? ` · ${meter}` : ''}{marker ? ` · ${marker}` : ''}</small>
        {#each chords as { at, name } (at)}<b style:left="{at * 100}%">{name}</b>{/each}
      </div>
    {/each}
  </div>
</article>
