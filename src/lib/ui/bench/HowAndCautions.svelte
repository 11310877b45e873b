<!-- How an act is done, and what to beware of. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/bench-act';
  import MethodCard from '../systems/MethodCard.svelte';
  import Cautions from './Cautions.svelte';

  let { act }: { act: BenchAct } = $props();
</script>

{#if act.card}<MethodCard card={act.card} title="How it is done" />{/if}
<Cautions cautions={act.cautions} />
