<script lang="ts">
  import { getStudio } from '../acting/studio';

  /** The words of the icons: of the one the pointer rests on or Tab reached at once, of all while the keys are looked at. */
  const { dialogs } = getStudio();

  interface Name {
    text: string;
    key: string;
    /** the middle of the icon and its foot, in CSS pixels */
    x: number;
    y: number;
    /** where the name begins */
    left: number;
    top: number;
  }

  const LETTER = 6.8;
  const PADDING = 12;
  const [ROW, GAP] = [22, 4];
  let one = $state.raw<Name | null>(null);

  const widthOf = (text: string, key: string) => text.length * LETTER + (key ? key.length * 8 + 18 : 0) + PADDING;

  function nameOf(element: Element): Name {
    const { tip = '', key = '' } = (element as HTMLElement).dataset;
    const box = element.getBoundingClientRect();
    const width = widthOf(tip, key);
    const x = box.left + box.width / 2;
    const left = Math.max(4, Math.min(x - width / 2, innerWidth - width - 4));
    return { text: tip, key, x, y: box.bottom, left, top: box.bottom + GAP };
  }

  function look(target: EventTarget | null): void {
    const found = target instanceof Element ? target.closest('[data-tip]') : null;
    one = found && found.getAttribute('aria-expanded') !== 'true' ? nameOf(found) : null;
  }

  /** All of the top line, in as many rows as they need beside each other. */
  const all = $derived.by(() => {
    if (!dialogs.keysShown) return [];
    const header = document.querySelector('header')!;
    const { bottom } = header.getBoundingClientRect();
    const ends: number[] = [];
    return [...header.querySelectorAll('[data-tip]')].map((element) => {
      const name = nameOf(element);
      const found = ends.findIndex((end) => end + GAP <= name.left);
      const row = found < 0 ? ends.length : found;
      ends[row] = name.left + widthOf(name.text, name.key);
      return { ...name, top: bottom + GAP + row * ROW };
    });
  });
  const shown = $derived(all.length > 0 ? all : one ? [one] : []);
</script>

<svelte:window
  onpointerover={(event) => event.pointerType !== 'touch' && look(event.target)}
  onfocusin={(event) => look((event.target as Element).matches(':focus-visible') ? event.target : null)}
  onpointerdown={() => (one = null)}
  onkeydown={() => (one = null)}
/>

<div aria-hidden="true" data-testid="names">
  {#each shown as { text, key, x, y, left, top } (text)}
    <span class="fixed z-40 w-px bg-base-content" style:left="{x}px" style:top="{y}px" style:height="{top - y}px"
    ></span>
    <span
      class="pointer-events-none fixed z-40 flex h-5 items-center gap-1 rounded bg-neutral px-1.5 text-2xs font-medium whitespace-nowrap text-neutral-content shadow"
      style:left="{left}px"
      style:top="{top}px"
      >{text}{#if key}<kbd class="border-neutral-content/50 bg-transparent text-neutral-content">{key}</kbd>{/if}</span
    >
  {/each}
</div>
