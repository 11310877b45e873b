<!-- Figures in words, each with a mark and a title that say where it comes from. -->
<script lang="ts">
  import type { Said } from '$server/services/systems/steps-read';
  import { BASIS_MARK, sayBasis } from './figures';

  let { says }: { says: readonly Said[] } = $props();
</script>

<span class="soft"
  >{#each says as s, i (i)}{i ? ' · ' : ''}{#if s.basis}<span title={sayBasis(s.basis)}
        >{s.words}<sup>{BASIS_MARK[s.basis.basis]}</sup>{s.basis.by ? ` (${s.basis.by})` : ''}</span
      >{:else}{s.words}{/if}{/each}</span
>
