<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Option from '$ui/kit/Option.svelte';
  import TextBox from '$ui/kit/TextBox.svelte';
  import { page } from '$app/state';
  import { sayTime } from '$core/units/clock-time';
  import { handOverPage } from '$core/bench/pages/hand-over';
  import Codes from '$ui/labels/Codes.svelte';
  import FactForm from '$ui/facts/FactForm.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import Account from '$ui/hang/Account.svelte';
  import Care from '$ui/hand-over/Care.svelte';
  import KeptPaint from '$ui/hand-over/KeptPaint.svelte';
  import Walk from '$ui/hand-over/Walk.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';

  let { data, form } = $props();
  const field = getField();
  const view = $derived(handOverPage(field.bench, field.now));
  const pointed = $derived(page.url.searchParams.get('piece'));
  const home = $derived(view.missing.length === 0 && data.pieceCount > 0);
</script>

<div class="pair">
  <div class="stack left">
    {#if data.pieceCount}
      <Walls
        walls={markedWalls(data.field.walls, field)}
        href={(piece) => `?piece=${piece}`}
        chosen={new Set(pointed ? [pointed] : [])}
      />
    {/if}
    <div class="stack late">
      <Care {view} zone={data.zone} now={field.now} />
      <KeptPaint {view} zone={data.zone} now={field.now} />
    </div>
  </div>
  <div class="stack side">
    <p>
      <Button kind="ghost" href="/jobs/{data.jobId}/customer">The household’s page, and its reports</Button>
    </p>
    <StoppedNote stopped={field.stopped ?? form?.stopped} />
    {#if view.handedOver !== null}
      <div class="card complete">
        <h2>Handed over {sayTime(view.handedOver, data.zone)}</h2>
        {#if view.signed?.name}<p>Signed: <b>{view.signed.name}</b></p>{/if}
        {#if view.signed?.note}<p class="soft">{view.signed.note}</p>{/if}
        <p><a href="/jobs/{data.jobId}/hand-over/pack.pdf">Hand-over pack (PDF)</a></p>
        {#if view.handOver}
          <FoldOut words="It is not handed over after all">
            <FactForm kind="void" fields={{ fact: view.handOver }} class="row again">
              {#snippet children(sending)}
                <Field name="reason" label="Why it is taken back" required minlength={3} maxlength={500} />
                <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
              {/snippet}
            </FactForm>
          </FoldOut>
        {/if}
      </div>
    {:else if data.pieceCount === 0}
      <p>There are no pieces yet.</p>
    {:else if !home}
      <div class="card">
        <h2>{view.missing.length} not home yet</h2>
        <p><Codes codes={view.missing} /></p>
        <p><a href="/jobs/{data.jobId}/hang">Hang them first.</a></p>
      </div>
    {/if}
    {#if home}
      <Account account={view.account} codes={field.bench.codes} zone={data.zone} />
      <Walk {view} zone={data.zone} {pointed} />
      <section class="card" aria-label="Agreed and kept">
        <h2>Agreed, and kept</h2>
        {#each view.agreed as a (a.id)}
          <p><b>{a.what === 'agreed' ? 'Agreed' : 'Stays here'}</b>: {a.text}</p>
        {/each}
        <FactForm kind="agreement.noted" class="row">
          {#snippet children(sending)}
            <Choice label="What" name="what">
              <Option value="agreed" text="agreed" />
              <Option value="kept" text="stays with the owner" />
            </Choice>
            <Field label="In a few words" name="text" required minlength={2} maxlength={500} />
            <Button type="submit" kind="tertiary" disabled={sending}>Note it</Button>
          {/snippet}
        </FactForm>
      </section>
      {#if view.photos.length}
        <section class="card" aria-label="Before and after">
          <h2>Before and after</h2>
          {#each view.photos as p (p.id)}
            <p><b class="mono">{p.code}</b></p>
            <div class="photos">
              {#each [...p.before, ...p.after] as photo, i (photo.small)}
                <a href={photo.whole} target="_blank"
                  ><img src={photo.small} alt="{p.code}, {i < p.before.length ? 'before' : 'after'}" /><span
                    class="soft">{i < p.before.length ? 'before' : 'after'}</span
                  ></a
                >
              {/each}
            </div>
          {/each}
        </section>
      {/if}
      {#if view.handedOver === null}
        <div class="card complete">
          <h2>Sign and hand over</h2>
          <FactForm kind="job.handed-over">
            {#snippet children(sending)}
              <Field name="signed" label="The owner’s name, typed by the owner" required maxlength={120} />
              <TextBox name="note" label="What was said at the door" rows={3} maxlength={2000} />
              <p class="act"><Button type="submit" disabled={sending}>Hand over</Button></p>
            {/snippet}
          </FactForm>
        </div>
      {/if}
    {/if}
  </div>
</div>

<style>
  .complete {
    border-left: 6px solid var(--ready);
  }
  .photos {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  .photos a {
    display: grid;
  }
  .photos img {
    width: 132px;
    height: 100px;
    object-fit: cover;
    border: 1px solid var(--line);
  }
  .act {
    margin-top: 10px;
  }
  /* On a phone the walk comes right after the walls it is pointed at on. */
  @media (max-width: 800px) {
    .left {
      display: contents;
    }
    .late {
      order: 2;
    }
  }
</style>
