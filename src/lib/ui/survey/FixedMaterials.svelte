<!-- What the fixed work is made of: it decides what goes on first. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import { FIXED_MATERIALS, type FixedMaterial } from '$core/kitchen/fixed-material';
  import type { FixedKind } from '$core/kitchen/fixed-work';
  import { keepFields } from '$ui/shell/keep-fields';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Option from '$ui/kit/Option.svelte';

  let { fixed }: { fixed: readonly { kind: FixedKind; words: string; material: FixedMaterial }[] } = $props();
</script>

<section class="card">
  <h2>Fixed work is made of</h2>
  <p class="soft">
    Melamine and printed film get a surface sealer first; raw wood, and new skins on printed board, one more
    prime coat.
  </p>
  <form class="stack" method="post" action="?/materials" use:enhance={keepFields}>
    <div class="two">
      {#each fixed as { kind, words, material } (kind)}
        <Choice label={words} name={kind} value={material}>
          {#each FIXED_MATERIALS as m (m)}<Option value={m} />{/each}
        </Choice>
      {/each}
    </div>
    <div><Button type="submit" kind="tertiary">Note it</Button></div>
  </form>
</section>
