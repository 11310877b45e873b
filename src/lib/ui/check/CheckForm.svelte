<!-- A check of a piece or of the sample panel: how, where, and what came out; a finding is pointed at on the face. -->
<script lang="ts">
  import type { CheckMethod, Spot } from '$core/quality/check-methods';
  import type { CheckPage } from '$core/bench/pages/check';
  import type { MarkedPiece } from '$core/bench/view/marked';
  import type { Face } from '$core/coating/system';
  import Button from '../kit/Button.svelte';
  import Choice from '../kit/Choice.svelte';
  import DateField from '../kit/DateField.svelte';
  import Field from '../kit/Field.svelte';
  import Hidden from '../kit/Hidden.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Option from '../kit/Option.svelte';
  import PhotoInput from '../kit/PhotoInput.svelte';
  import Tick from '../kit/Tick.svelte';
  import FaceDrawing from '../bench/piece/FaceDrawing.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import MethodPicture from './MethodPicture.svelte';
  import TestFields from './TestFields.svelte';

  interface Props {
    view: CheckPage;
    /** the piece, as it is marked; null for the sample panel alone */
    piece: MarkedPiece | null;
  }
  let { view, piece }: Props = $props();
  let method: CheckMethod = $state('visual');
  let failure = $state('');
  let spot: Spot | null = $state(null);
  let at: { face: Face; x: number; y: number } | null = $state(null);
  let serial = $state(0);
  const facts = $derived(view.methods.find((m) => m.key === method));
  const spots = $derived(facts?.spots.filter((s) => piece !== null || s.key === 'panel') ?? []);
  const on = $derived(spots.some((s) => s.key === spot) ? spot : (spots[0]?.key ?? null));
  const history = $derived(view.chosen?.history ?? []);
  const shown = $derived(method === 'visual' && piece !== null && failure !== '');
  /** A recorded check begins a new one. */
  const begin = () => {
    failure = '';
    at = null;
    serial++;
  };
</script>

<Choice label="How" bind:chosen={() => method, (m) => (method = m as CheckMethod)}>
  {#each view.methods.filter((m) => piece !== null || m.spots.some((s) => s.key === 'panel')) as m (m.key)}
    <Option value={m.key} text={m.name} />
  {/each}
</Choice>
{#if facts}
  <MethodPicture {method} />
  <p class="soft">{facts.how} Scale: {facts.scale}.</p>
  {#if facts.destructive}<p class="warn">
      ▲ It leaves a mark. Never on a face that shows: {facts.spots.map((s) => s.words).join(', or ')}.
    </p>{/if}
{/if}
{#if spots.length === 0}
  <p>This is done on a piece: choose one on the drawing.</p>
{:else}
  {#key `${serial} ${method}`}
    <FactForm
      kind="check.recorded"
      fields={{
        ...(piece && on !== 'panel' ? { piece: piece.id } : {}),
        method,
        ...(at ? { x: String(at.x), y: String(at.y) } : {}),
      }}
      empties={false}
      kept={begin}
    >
      {#snippet children(sending)}
        <div class="stack">
          {#if spots.length > 1}
            <Choice label="Where" name="spot" bind:chosen={() => on ?? '', (s) => (spot = s as Spot)}>
              {#each spots as s (s.key)}<Option value={s.key} text={s.words} />{/each}
            </Choice>
          {:else}<Hidden name="spot" value={on ?? ''} />{/if}
          <TestFields {method} failures={view.failures} bind:failure />
          {#if shown && piece}
            <p>Point at it{history.some((c) => c.x !== null) ? '; earlier findings are ringed' : ''}.</p>
            <div class="faces">
              {#each ['front', 'back'] as const as face (face)}
                <div>
                  <FaceDrawing
                    {piece}
                    {face}
                    flaws={history.flatMap((c) =>
                      c.face === face && c.x !== null && c.y !== null ? [{ id: c.id, x: c.x, y: c.y }] : [],
                    )}
                    pointed={at?.face === face ? at : null}
                    point={(place) => (at = { face, ...place })}
                  />
                  <p>{face}</p>
                </div>
              {/each}
            </div>
            <Hidden name="face" value={at?.face ?? 'front'} />
            <div class="row">
              <NumberField name="sizeMm" label="Across" unit="mm" />
              <DateField of="day" name="due" label="Put right by" />
            </div>
            <div><PhotoInput name="photo" words="Photograph it" /></div>
          {:else if method === 'visual' || method === 'colour' || method === 'gloss' || method === 'blocking'}
            <Choice name="face" label="Face"
              ><Option value="front" text="front" /><Option value="back" text="back" /></Choice
            >
          {:else}
            <Hidden name="face" value="back" />
          {/if}
          <Tick name="prompted" value="yes">We came because something was reported</Tick>
          <Field name="note" label="Note" maxlength={500} />
          <Button type="submit" disabled={sending}>Record the check</Button>
        </div>
      {/snippet}
    </FactForm>
  {/key}
{/if}

<style>
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
  .faces {
    display: flex;
    flex-wrap: wrap;
    gap: 14px;
  }
</style>
