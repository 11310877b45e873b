<!-- The last walk with the owner: zone by zone, what to look at, and what is not right. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import { WALK, type HandOverPage } from '$core/bench/pages/hand-over';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Option from '$ui/kit/Option.svelte';
  import type { Face } from '$core/coating/system';
  import { markedPieces } from '$core/bench/view/marked';
  import PhotoInput from '$ui/kit/PhotoInput.svelte';
  import FaceDrawing from '$ui/bench/piece/FaceDrawing.svelte';
  import { getField } from '$ui/field/field-context';
  import FactForm from '../facts/FactForm.svelte';

  interface Props {
    view: HandOverPage;
    zone: string;
    /** the piece that was pointed at on the wall */
    pointed: string | null;
  }
  let { view, zone, pointed }: Props = $props();
  const field = getField();
  const piece = $derived(pointed ? (markedPieces(field.bench, field.now).get(pointed) ?? null) : null);
  let at: { face: Face; x: number; y: number } | null = $state(null);
</script>

<section class="card" aria-label="The last walk">
  <h2>The last walk, with the owner</h2>
  <ol>
    {#each WALK as look (look)}<li>{look}</li>{/each}
  </ol>
  {#each view.zones as z (z.id)}
    <div class="zone">
      <p>
        <span class="swatch" style:background={z.hex} aria-hidden="true"></span><b>{z.name}, {z.colour}</b>
        <span class="soft">{z.pieces.length} pieces</span>
        {#if z.walked}<span class="ok">looked at {sayTime(z.walked, zone)}</span>{/if}
      </p>
      {#if !z.walked}
        <FactForm kind="zone.walked" fields={{ zone: z.id }}>
          {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
              >Looked at</Button
            >{/snippet}
        </FactForm>
      {/if}
    </div>
  {/each}
  <h3>Something is not right</h3>
  {#if piece}
    <p>On <b class="mono">{piece.code}</b>: point at the place.</p>
    <div class="faces">
      {#each ['front', 'back'] as const as face (face)}
        <div>
          <FaceDrawing
            {piece}
            {face}
            flaws={[]}
            pointed={at?.face === face ? at : null}
            point={(place) => (at = { face, ...place })}
          />
          <p>{face}</p>
        </div>
      {/each}
    </div>
    {#if at}
      <FactForm
        kind="check.recorded"
        fields={{ piece: piece.id, method: 'visual', face: at.face, x: String(at.x), y: String(at.y) }}
        kept={() => (at = null)}
      >
        {#snippet children(sending)}
          <div class="stack">
            <Choice label="What is seen, on the {at?.face}" name="failure">
              {#each view.failures as f (f.key)}<Option value={f.key} text={f.seen} />{/each}
            </Choice>
            <Field name="note" label="Note" maxlength={500} />
            <DateField of="day" name="due" label="Put right by" />
            <div><PhotoInput name="photo" words="Photograph it" /></div>
            <div><Button type="submit" disabled={sending}>To the touch-up list</Button></div>
          </div>
        {/snippet}
      </FactForm>
    {/if}
  {:else}
    <p class="soft">Point at the piece on the wall.</p>
  {/if}
  {#if view.touchUps.length}
    <ul class="plain">
      {#each view.touchUps as t (t.id)}
        <li>
          <b class="mono">{t.code}</b>
          {t.seen}{#if t.due}, by <b>{t.due}</b>{/if}
        </li>
      {/each}
    </ul>
  {/if}
</section>

<style>
  .zone {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    justify-content: space-between;
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .swatch {
    display: inline-block;
    width: 18px;
    height: 18px;
    border: 1px solid var(--ink);
    margin-right: 8px;
    vertical-align: -3px;
  }
  .ok {
    color: var(--ready);
  }
  .faces {
    display: flex;
    gap: 20px;
    flex-wrap: wrap;
  }
  .plain {
    list-style: none;
    padding: 0;
  }
  .plain li {
    padding: 4px 0;
  }
</style>
