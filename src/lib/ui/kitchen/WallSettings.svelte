<!-- The name of a wall, its mouldings, and its end. -->
<script lang="ts">
  import type { Kitchen } from '$core/kitchen/kitchen';
  import { MOULDINGS, type Moulding } from '$core/kitchen/notation-words';
  import { parseLength, writeLength, type LengthUnit } from '$core/units/length';
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';

  interface Props {
    name: string;
    wall: Kitchen['walls'][number] | undefined;
    unit: LengthUnit;
    rename: (name: string) => void;
    /** height in mm; 0 for none */
    mould: (moulding: Moulding, mm: number) => void;
    remove: () => void;
  }
  let { name, wall, unit, rename, mould, remove }: Props = $props();
  const WORDS: Record<Moulding, string> = { crown: 'Crown', light: 'Light rail', toe: 'Toe kick' };
  const heights = $derived<Record<Moulding, number>>({
    crown: wall?.crownMm ?? 0,
    light: wall?.lightRailMm ?? 0,
    toe: wall?.toeMm ?? 0,
  });
  function setMoulding(moulding: Moulding, written: string) {
    const text = written.trim();
    const mm = ['', '0', 'none'].includes(text.toLowerCase()) ? 0 : parseLength(text, unit);
    if (mm !== null) mould(moulding, mm);
  }
  function setName(written: string) {
    const text = written.replace(/[#\n]/g, ' ').trim();
    if (text) rename(text);
  }
</script>

<FoldOut words="The wall">
  <div class="fields">
    <Field label="Name" value={name} maxlength={60} onchange={(e) => setName(e.currentTarget.value)} />
    {#each MOULDINGS as m (m)}
      <Field
        label="{WORDS[m]}, {unit}"
        width="short"
        value={heights[m] ? writeLength(heights[m], unit) : ''}
        placeholder="none"
        onchange={(e) => setMoulding(m, e.currentTarget.value)}
      />
    {/each}
    <Button kind="tool" onclick={remove}>Delete the wall</Button>
  </div>
</FoldOut>
