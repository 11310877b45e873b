<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import TextBox from '$ui/kit/TextBox.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { enhance } from '$app/forms';
  import { REPORT_WORDS } from '$ui/customer/report-words';
  import { keepFields } from '$ui/shell/keep-fields';
  import { sayDate, sayTime } from '$core/units/clock-time';

  let { data, form } = $props();
  const link = $derived(form && 'link' in form ? form.link : null);
  const open = $derived(data.links.filter((l) => l.withdrawnAt === null && l.expiresAt > data.now));
  let copied = $state(false);
  async function copy(text: string): Promise<void> {
    await navigator.clipboard.writeText(text);
    copied = true;
  }
</script>

<div class="pair">
  <div class="stack">
    {#if form && 'refused' in form && form.refused}<Notice kind="bad">{form.refused}</Notice>{/if}
    {#if form && 'done' in form && form.done}<Notice>{form.done}</Notice>{/if}
    <section class="card" aria-label="Reports">
      <h2>What the household reports</h2>
      {#each data.reports as r (r.id)}
        <article>
          <p>
            <b>{sayTime(r.at, data.zone)}</b>: {REPORT_WORDS[r.kind]}{#if r.code}, on
              <b class="mono">{r.code}</b>{/if}{#if r.x !== null && r.y !== null}<span class="soft">
                {' '}· {Math.round(r.x * 100)} % from the left, {Math.round(r.y * 100)} % from the top</span
              >{/if}
          </p>
          {#if r.words}<p>“{r.words}”</p>{/if}
          {#if r.photos.length}
            <p class="row">
              {#each r.photos as photo, i (photo)}
                <a href="/jobs/{data.jobId}/customer/photos/{photo}" target="_blank"
                  ><img
                    src="/jobs/{data.jobId}/customer/photos/{photo}?small"
                    alt="Photo {i + 1} of the report"
                  /></a
                >
              {/each}
            </p>
          {/if}
          {#if r.answer}<p class="soft">
              Answered{r.answeredAt === null ? '' : ` ${sayTime(r.answeredAt, data.zone)}`}: {r.answer}{r.answerDay
                ? ` (${r.answerDay})`
                : ''}{r.closedAt === null ? '' : ' · put right'}
            </p>{/if}
          <FoldOut words={r.answer ? 'Answer again' : 'Answer'} open={!r.answer}>
            <form method="post" action="?/answer" class="stack" use:enhance={keepFields}>
              <Hidden name="report" value={r.id} />
              <TextBox
                name="answer"
                label="Your answer"
                rows={3}
                required
                maxlength={2000}
                value={r.answer ?? ''}
              />
              <div class="fields">
                <DateField of="day" name="day" label="You come on" value={r.answerDay ?? ''} />
                {#if r.piece}
                  <Choice label="To the touch-up list as" name="failure">
                    <Option value="" text="not to the list" />
                    {#each data.failures as f (f.key)}<Option value={f.key} text={f.seen} />{/each}
                  </Choice>
                {/if}
              </div>
              <Tick name="closed" checked={r.closedAt !== null}>it is put right</Tick>
              <div><Button type="submit">Send the answer</Button></div>
            </form>
          </FoldOut>
        </article>
      {:else}
        <p class="soft">Nothing was reported.</p>
      {/each}
    </section>
  </div>
  <div class="stack side">
    <section class="card" aria-label="The household’s page">
      <h2>The household’s page</h2>
      <p class="soft">
        A private link, without an account: where their kitchen stands, the next dates and what to do, care by
        date, and “something is not right”. No prices, nobody’s names, no other job.
      </p>
      {#if link}
        <Notice kind="note">
          <b>Send this link now.</b> It is shown this once; if it is lost, make another.
        </Notice>
        <Field label="The link" value={link} readonly width="whole" />
        <p class="row">
          <Button kind="tertiary" onclick={() => void copy(link)}>{copied ? 'Copied' : 'Copy it'}</Button>
          <Button kind="ghost" href={link} target="_blank">Open it</Button>
        </p>
      {/if}
      <form method="post" action="?/make" class="row end" use:enhance={keepFields}>
        <NumberField label="It lasts, days" name="days" whole min="1" max="2000" value={data.days} />
        <Button type="submit" kind={open.length ? 'tertiary' : 'primary'}
          >{open.length ? 'Make another link' : 'Make a link'}</Button
        >
      </form>
      {#each data.links as l (l.id)}
        <div class="link">
          <p>
            Made {sayDate(l.madeAt, data.zone)},
            {l.withdrawnAt !== null
              ? `withdrawn ${sayDate(l.withdrawnAt, data.zone)}`
              : l.expiresAt > data.now
                ? `until ${sayDate(l.expiresAt, data.zone)}`
                : 'over'}
          </p>
          {#if l.withdrawnAt === null && l.expiresAt > data.now}
            <form method="post" action="?/withdraw" use:enhance>
              <Hidden name="link" value={l.id} />
              <Button type="submit" kind="danger-tertiary">Withdraw</Button>
            </form>
          {/if}
        </div>
      {/each}
    </section>
  </div>
</div>

<style>
  article,
  .link {
    border-top: 1px solid var(--line);
    padding: 10px 0;
  }
  .link {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
  }
  .end {
    align-items: end;
  }
  img {
    width: 96px;
    height: 72px;
    object-fit: cover;
    border: 1px solid var(--line);
  }
</style>
