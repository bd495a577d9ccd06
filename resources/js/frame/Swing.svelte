<script lang="ts">
  import NumberField from '../look/NumberField.svelte';
  import { FULL_SWING } from '../music/limits';
  import { getStudio } from '../acting/studio';

  const { acting, grid, status } = getStudio();
</script>

<label class="flex items-center gap-1">
  <span class="text-xs text-secondary">Swing</span>
  <span class="w-10"
    ><NumberField
      label="Swing, 0 to {FULL_SWING}"
      min={0}
      max={FULL_SWING}
      usual={0}
      value={grid.swing}
      set={(swing) => acting.run(`swing to=${swing}`)}
      refuse={() => status.say(`Swing goes from 0 to ${FULL_SWING}.`, 'refused')}
    /></span
  >
</label>
