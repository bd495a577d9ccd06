<script lang="ts">
  /** What ships in the program and is not ours; the texts of the licences lie in LICENSES. */
  const SHIPS: readonly (readonly [what: string, by: string, licence: string])[] = [
    ['Fluid (R3) Mono GM, the instruments', 'Frank Wen, Michael Cowgill and others', 'MIT'],
    ['spessasynth_core, which plays banks', 'spessasus', 'Apache 2.0'],
    ['stb-vorbis, which decodes them', 'its authors', 'Apache 2.0'],
    ['Inter, the letters', 'The Inter Project Authors', 'SIL Open Font License 1.1'],
    ['Lucide, the icons', 'Lucide Contributors', 'ISC'],
    ['Svelte', 'Svelte Contributors', 'MIT'],
    ['Tailwind CSS', 'Tailwind Labs', 'MIT'],
    ['daisyUI', 'Pouya Saadeghi', 'MIT'],
  ];
</script>

<details class="mt-3 rounded-box bg-base-200 p-3 text-sm">
  <summary class="cursor-pointer font-semibold">What ships with it, and under which licences</summary>
  <ul class="mt-2">
    {#each SHIPS as [what, by, licence] (what)}
      <li>{what}: {by}, {licence}</li>
    {/each}
  </ul>
  <p class="mt-2 text-secondary">The texts lie in the folder LICENSES of the program.</p>
</details>
