<!-- How an act is done, and what to beware of. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/view';
  import MethodCard from '../systems/MethodCard.svelte';
  import Cautions from './Cautions.svelte';

  let { act }: { act: BenchAct } = $props();
</script>

<MethodCard card={act.card} title="How it is done" />
<Cautions cautions={act.cautions} />
