<script lang="ts">
  import type { Snippet } from 'svelte';

  let {
    name,
    title = '',
    label = name,
    width = 256,
    class: look = 'tool px-2',
    above = false,
    open = $bindable(false),
    face,
    children,
  }: {
    /** what the panel is called */
    name: string;
    title?: string;
    /** what the button says to who doesn't see it */
    label?: string;
    /** of the panel, in CSS pixels */
    width?: number;
    class?: string;
    /** whether it stands over its button */
    above?: boolean;
    open?: boolean;
    /** what the button shows */
    face: Snippet;
    children: Snippet<[close: () => void]>;
  } = $props();

  let box: HTMLDivElement;
  let button: HTMLButtonElement;
  /** whether it was opened by a key */
  let byKey = false;
  /** whether the focus goes on by Tab: what it leaves is closed, for nobody is in it any more */
  let isTabbed = false;
  const place = $derived.by(() => {
    if (!open) return '';
    const { left, top, bottom } = button.getBoundingClientRect();
    const across = `left: ${Math.max(4, Math.min(left, innerWidth - width - 4))}px; width: ${width}px;`;
    return across + (above ? `bottom: ${innerHeight - top + 4}px;` : `top: ${bottom + 4}px;`);
  });
  const close = () => (open = false);

  /** It is left by a press elsewhere, by Tab, and by Escape, which gives the keys back to its button. */
  function leave(to: EventTarget | null): void {
    if (open && to instanceof Node && !box.contains(to)) close();
  }
</script>

<svelte:window
  onpointerdown={(event) => {
    isTabbed = false;
    leave(event.target);
  }}
  onfocusin={(event) => isTabbed && leave(event.target)}
  onkeydowncapture={(event) => {
    isTabbed = event.key === 'Tab';
    if (!open || event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
    close();
    // Who came by Tab is led back; who pressed with the pointer has the keys on the notes again.
    if (byKey) button.focus();
    else if (box.contains(document.activeElement)) (document.activeElement as HTMLElement).blur();
  }}
/>

<div bind:this={box} class="flex-none" role="presentation">
  <button
    bind:this={button}
    class={look}
    aria-expanded={open}
    aria-haspopup="dialog"
    aria-label={label}
    data-tip={name}
    title={title || undefined}
    onclick={(event) => {
      byKey = event.detail === 0;
      open = !open;
    }}>{@render face()}</button
  >
  {#if open}
    <div
      class="fixed z-30 max-h-[calc(100vh-4rem)] overflow-auto rounded-box border border-base-300 bg-base-100 p-3 text-sm whitespace-normal shadow-xl"
      style={place}
      role="dialog"
      aria-label={name}
    >
      {@render children(close)}
    </div>
  {/if}
</div>
