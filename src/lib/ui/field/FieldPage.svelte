<!-- What every page that is used in a house stands in: its facts are kept on the device and sent when there is signal. -->
<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import { setTap } from '../facts/tap';
  import { refresh } from '../shell/refresh';
  import Disagreeing from './Disagreeing.svelte';
  import { setField } from './field-context';
  import { FieldDevice, type FieldData } from './field-device.svelte';
  import RefusedFacts from './RefusedFacts.svelte';
  import SentLine from './SentLine.svelte';

  interface Props {
    data: FieldData & { zone: string };
    children: Snippet;
  }
  let { data, children }: Props = $props();
  const device = new FieldDevice(() => data);
  setField(device);
  setTap(device.keepForm);

  onMount(() => device.open());
  $effect(() => {
    void data.field;
    device.compare();
    // What the device keeps is shown only as long as nobody answers.
    if (data.field.kept) void refresh();
  });
  $effect(() => {
    void device.bench;
    void data.field.guarded;
    device.lookForDisagreements();
  });
</script>

<SentLine zone={data.zone} keptAt={data.field.kept ? data.field.pack.now : null} />
<RefusedFacts zone={data.zone} />
<Disagreeing zone={data.zone} device={data.device} />
<div class="page">{@render children()}</div>

<style>
  .page {
    margin-top: 12px;
  }
</style>
