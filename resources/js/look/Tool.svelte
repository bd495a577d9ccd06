<script lang="ts">
  import type { Component } from 'svelte';

  let {
    name,
    key = '',
    icon: Icon,
    on,
    class: look = '',
    disabled = false,
    act,
  }: {
    name: string;
    /** what runs it, as it is printed on the keys; '' where nothing does */
    key?: string;
    icon: Component<{ size?: number; 'aria-hidden'?: 'true' }>;
    /** whether it is on, of what can be on or off */
    on?: boolean;
    class?: string;
    disabled?: boolean;
    act: () => void;
  } = $props();
</script>

<!-- An icon has a word: `Names` shows it where the pointer rests, and those of all while the keys are looked at. -->
<button class="tool {look}" aria-pressed={on} aria-label={name} data-tip={name} data-key={key} {disabled} onclick={act}
  ><Icon size={16} aria-hidden="true" /></button
>
