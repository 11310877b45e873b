<!-- Labels asked for: at the label printer, or as sheets. Many at the printer are asked about first. -->
<script lang="ts">
  import NoEnter from '$ui/kit/NoEnter.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import LabelPicture from '$ui/labels/LabelPicture.svelte';
  import { refresh } from '$ui/shell/refresh';
  import type { LabelPage } from './label-page';
  import type { LabelRequest } from '$server/services/take-down/labels';

  interface Props {
    jobId: string;
    kinds: LabelPage['kinds'];
    walls: readonly string[];
    sheets: LabelPage['sheets'];
    /** whether a label printer is connected */
    printer: boolean;
    /** a print that is asked about first */
    ask: (LabelRequest & { count: number }) | null;
  }
  let { jobId, kinds, walls, sheets, printer, ask }: Props = $props();
  let sheet = $state('letter-10');
  let asking: HTMLFormElement | undefined = $state();
  $effect(() => {
    asking?.scrollIntoView({ block: 'center' });
    asking?.querySelector('button')?.focus();
  });
  const places = $derived(sheets.find((s) => s.key === sheet)?.places ?? 1);
  const KINDS = {
    piece: 'on the pieces',
    opening: 'in the openings',
    bag: 'on the hinge bags',
    hanger: 'on the hangers',
    slot: 'on the rack slots',
  };
</script>

<section class="card">
  <h2>Print</h2>
  <form class="stack" method="post" action="?/print">
    <NoEnter />
    <div class="kinds">
      {#each kinds as { kind, all, printed, first } (kind)}
        <Tick
          class={['kind wide', { no: all === 0 }]}
          name="kind"
          value={kind}
          checked={kind === 'piece'}
          disabled={all === 0}
        >
          <span
            >{KINDS[kind]}<br /><span class="soft"
              >{all ? `${all}${printed ? `, ${printed} printed` : ''}` : 'none needed'}</span
            ></span
          >
          {#if first}<LabelPicture label={first} scale={2} />{/if}
        </Tick>
      {/each}
    </div>
    <div class="row">
      <Choice label="Wall" name="wall"
        ><Option value="" text="all walls" />{#each walls as wall, i (i)}<Option
            value={wall}
          />{/each}</Choice
      >
      <Tick name="again" value="yes">also those that were printed</Tick>
    </div>
    <div class="fields">
      {#if printer}
        <Button type="submit">Print at the label printer</Button>
        <span class="soft">or on a sheet:</span>
      {/if}
      <Choice label="Sheet" name="sheet" bind:chosen={sheet}>
        {#each sheets as s (s.key)}<Option value={s.key} text={s.name} />{/each}
      </Choice>
      <NumberField label="Start at label" whole name="first" min="1" max={places} value="1" />
      <!-- The PDF opens beside; its codes stay from then on. -->
      <Button
        kind="tool"
        type="submit"
        formaction="/jobs/{jobId}/take-down/labels/sheet.pdf"
        formtarget="_blank"
        onclick={() => setTimeout(() => void refresh(), 1500)}>Make the PDF</Button
      >
    </div>
  </form>
  {#if ask}
    <form class="row ask" method="post" action="?/print" bind:this={asking}>
      {#each ask.kinds as kind (kind)}<Hidden name="kind" value={kind} />{/each}
      <Hidden name="wall" value={ask.wall ?? ''} />
      {#if ask.again}<Hidden name="again" value="yes" />{/if}
      <Hidden name="sure" value={ask.count} />
      <Notice kind="note"><b>Print {ask.count} labels at the label printer?</b></Notice>
      <Button type="submit">Print {ask.count} labels</Button>
      <Button kind="ghost" href="/jobs/{jobId}/take-down/labels">Not now</Button>
    </form>
  {/if}
  <p class="list">
    <a class="tool" href="/jobs/{jobId}/take-down/copy-list.pdf" target="_blank"
      >Your copy list by wall (PDF)</a
    >
  </p>
</section>

<style>
  .list {
    margin-top: 10px;
  }
  .ask {
    margin-top: 12px;
    padding: 10px 12px;
    border-left: 6px solid var(--warn);
    align-items: center;
  }
  .kinds {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 8px;
  }
  .kinds :global(.kind) {
    width: 100%;
    padding: 8px;
    gap: 10px;
  }
  .kinds span {
    flex: 1;
  }
</style>
