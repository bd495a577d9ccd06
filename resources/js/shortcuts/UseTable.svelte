<script lang="ts">
  import type { Entry } from '../commands/entries';
  import { cap } from '../keys/keystroke';
  import type { Shortcuts } from '../keys/shortcuts.svelte';
  import { setting, settings } from '../settings/settings.svelte';
  import { foreseen } from '../asking/foreseen.svelte';
  import { counted } from '../music/counted';
  import { total, use } from '../commands/use.svelte';

  let {
    entries,
    shortcuts,
    give,
  }: { entries: Entry[]; shortcuts: Shortcuts; give: (line: string, title: string) => void } = $props();

  const rows = $derived(
    use.ranked.map((used) => ({
      used,
      title: entries.find((entry) => entry.line === used.line)?.title ?? used.line,
      keys: shortcuts.map.bindings.filter(({ run }) => run.join('; ') === used.line).map(({ key }) => key),
    })),
  );
</script>

<section class="min-h-0 flex-1 overflow-auto p-3" aria-label="What was used">
  <div class="mb-2 flex items-center gap-4 text-sm">
    <label class="flex items-center gap-2"
      ><input
        type="checkbox"
        class="toggle toggle-sm"
        bind:checked={() => settings.coach, (on) => setting.turn('coach', on)}
      />Coach: what was done three times with the mouse shows its key once</label
    >
    <button class="btn btn-sm" onclick={() => use.forget()}>Count anew</button>
    {#if foreseen.found + foreseen.missed > 0}
      <p class="text-secondary" data-testid="foreseen">
        {foreseen.found} of {counted(foreseen.found + foreseen.missed, 'edit')} stood on the screen before their answer; {foreseen.wrong}
        came out otherwise.
      </p>
    {/if}
  </div>
  {#if rows.length === 0}
    <p>Nothing was counted yet. What you do from now on is counted here, on this machine alone.</p>
  {:else}
    <table class="table table-sm">
      <thead>
        <tr
          ><th>What</th><th>Times</th><th>by key</th><th>by mouse</th><th>by wheel</th><th>by palette</th><th
            >Its key</th
          ></tr
        >
      </thead>
      <tbody>
        {#each rows as { used, title, keys } (used.line)}
          <tr>
            <td>{title}<span class="ml-2 text-xs text-secondary">{used.line === title ? '' : used.line}</span></td>
            <td>{total(used)}</td>
            <td>{used.key}</td>
            <td>{used.mouse}</td>
            <td>{used.wheel}</td>
            <td>{used.palette}</td>
            <td>
              {#each keys as key (key)}<kbd class="mr-1">{cap(key)}</kbd>{:else}
                <button class="btn btn-xs btn-primary" onclick={() => give(used.line, title)}>Give it a key</button>
              {/each}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>
