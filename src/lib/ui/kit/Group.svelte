<!-- Ticks, picks or fields that belong together, under one name. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    legend: string;
    /** one under the other, under a stronger name */
    column?: boolean;
    children: Snippet;
  }
  let { legend, column = false, children }: Props = $props();
</script>

<fieldset class:column>
  <legend>{legend}</legend>
  {@render children()}
</fieldset>

<style>
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    min-width: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  .column {
    display: grid;
    gap: 0;
  }
  .column legend {
    color: var(--ink);
    font-size: inherit;
    font-weight: 600;
  }
</style>
