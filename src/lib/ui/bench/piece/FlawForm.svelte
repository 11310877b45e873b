<!-- A flaw that was pointed at: what it is, how bad, and its photo. -->
<script lang="ts">
  import type { Face } from '$core/coating/system';
  import { DEFECT_KEYS, DEFECTS } from '$core/quality/defects';
  import FactForm from '$ui/facts/FactForm.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Option from '$ui/kit/Option.svelte';
  import PhotoInput from '$ui/kit/PhotoInput.svelte';
  import Pick from '$ui/kit/Pick.svelte';

  interface Props {
    /** id of the piece, or of the part of the fixed work */
    on: string;
    /** where it was seen, in words */
    where: string;
    at: { face: Face; x: number; y: number };
    done: () => void;
  }
  let { on, where, at, done }: Props = $props();
  let defect: (typeof DEFECT_KEYS)[number] = $state('run');
</script>

<FactForm
  kind="defect.found"
  fields={{ piece: on, face: at.face, x: String(at.x), y: String(at.y) }}
  kept={done}
>
  {#snippet children(sending)}
    <div class="stack flawed">
      <Choice label="What is it, on the {where}" name="defect" bind:chosen={defect}>
        {#each DEFECT_KEYS as key (key)}<Option value={key} text={DEFECTS[key].seen} />{/each}
      </Choice>
      <p class="soft">{DEFECTS[defect].cause}. <b>{DEFECTS[defect].remedy}</b></p>
      <Group legend="How bad">
        {#each ['slight', 'clear', 'bad'] as words, i (words)}
          <Pick name="severity" value={i + 1} checked={i === 1}>{words}</Pick>
        {/each}
      </Group>
      <Field name="note" label="Note" maxlength={500} />
      <div><PhotoInput name="photo" words="Photograph it" /></div>
      <div class="fields">
        <Button type="submit" disabled={sending}>Note the flaw</Button>
        <Button kind="ghost" onclick={done}>Cancel</Button>
      </div>
    </div>
  {/snippet}
</FactForm>

<style>
  .flawed {
    border-left: 4px solid var(--bad);
    padding-left: 12px;
    margin: 8px 0;
  }
</style>
