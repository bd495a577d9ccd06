<script lang="ts">
  import type { Snippet } from 'svelte';
  import { setting, settings } from '../settings/settings.svelte';

  let {
    name,
    children,
  }: {
    /** what it is called; what was folded stays so */
    name: string;
    children: Snippet;
  } = $props();
</script>

<details
  open={!settings.folded.includes(name)}
  ontoggle={(event) => setting.folded(name, !event.currentTarget.open)}
  class="border-t border-base-300 pt-1"
>
  <summary class="flex h-6 cursor-pointer items-center gap-1 text-xs font-semibold"
    ><span class="fold-mark w-3" aria-hidden="true"></span>{name}</summary
  >
  {@render children()}
</details>
