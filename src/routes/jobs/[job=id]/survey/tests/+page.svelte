<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { sayTime } from '$core/units/clock-time';
  import FactForm from '$ui/facts/FactForm.svelte';
  import NoEnter from '$ui/kit/NoEnter.svelte';
  import Photos from '$ui/survey/Photos.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';

  let { data, form } = $props();
  let method = $state<string>('wipe');
  let taking = $state<string | null>(null);
  const test = $derived(data.methods.find((m) => m.method === method));
  const stopped = $derived(form && 'stopped' in form ? form.stopped : undefined);
  const refused = $derived(form && 'refused' in form ? form.refused : undefined);
</script>

<div class="pair">
  <div class="stack">
    {#if data.findings.length}
      <section class="card">
        <h2>What the tests ask for</h2>
        <ul class="plain-list">
          {#each data.findings as f (f.key)}
            <li class:stop={f.weight === 'stop'}>
              <b>{f.says}</b> <span class="soft">({f.where})</span><br />{f.todo}.
              {#if f.weight === 'stop'}<span class="bad">No first coat before that.</span>{/if}
            </li>
          {/each}
        </ul>
      </section>
    {/if}
    <section class="card">
      <h2>Test before promising</h2>
      <StoppedNote {stopped} />
      <div class="row" role="group" aria-label="Test">
        {#each data.methods as m (m.method)}
          <Button kind="tool" aria-pressed={method === m.method} onclick={() => (method = m.method)}
            >{m.name}</Button
          >
        {/each}
      </div>
      {#if test}
        <p>{test.how}</p>
        <FactForm kind="test.recorded" fields={{ method }} class="stack">
          {#snippet children(sending)}
            <NoEnter />
            <div class="row fields">
              <Field label="Where" name="place" required maxlength={80} placeholder="over the stove" />
              <Choice label="On piece" name="on">
                <Option value="" text="the kitchen as a whole" />
                {#each data.pieces as p (p.id)}<Option value={p.id} text={p.code} />{/each}
              </Choice>
              <Field label="Note" name="note" maxlength={2000} />
            </div>
            <div class="row" role="group" aria-label="Result">
              {#each test.results as result (result)}
                <Button type="submit" kind="tertiary" name="result" value={result} disabled={sending}
                  >{result}</Button
                >
              {/each}
            </div>
          {/snippet}
        </FactForm>
      {/if}
    </section>
    <section class="card">
      <h2>Tests made</h2>
      <ul class="plain-list">
        {#each data.tests as t (t.id)}
          <li class="row made">
            <span class="mono">{sayTime(t.at, data.zone)}</span>
            <span class="what"
              ><b>{data.methods.find((m) => m.method === t.test.method)?.name}: {t.test.result}</b>
              <span class="soft"
                >{t.code ? `${t.code}, ` : ''}{t.place} · {t.who}{t.note ? ` · ${t.note}` : ''}</span
              >
              {#if t.open}<span class="warn">open</span>{/if}</span
            >
            <Button
              kind="tool"
              aria-expanded={taking === t.id}
              onclick={() => (taking = taking === t.id ? null : t.id)}>Take back</Button
            >
            {#if taking === t.id}
              <FactForm kind="void" fields={{ fact: t.id }} class="row why" opened>
                {#snippet children(sending)}
                  <Field label="Why" name="reason" required minlength={3} />
                  <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
                {/snippet}
              </FactForm>
            {/if}
          </li>
        {:else}<li class="soft">None yet.</li>{/each}
      </ul>
    </section>
  </div>
  <div class="stack">
    {#if data.cautions.length}
      <section class="card caution">
        <h2>Take care</h2>
        <ul class="plain-list">
          {#each data.cautions as caution, i (i)}<li>{caution}</li>{/each}
          <li class="soft">The product’s own data sheet, local codes and licensed practice decide.</li>
        </ul>
      </section>
    {/if}
    <section class="card">
      <h2>Photos</h2>
      <Photos photos={data.photos} pieces={data.pieces} {refused} zone={data.zone} />
    </section>
  </div>
</div>

<style>
  .plain-list {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .plain-list li {
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  .plain-list li:first-child {
    border-top: 0;
  }
  .stop {
    border-left: 4px solid var(--bad);
    padding-left: 10px !important;
  }
  .made .what {
    flex: 1;
    min-width: 180px;
  }
  .made > :global(.why) {
    flex-basis: 100%;
    align-items: end;
  }
  .caution {
    border-left: 4px solid var(--warn);
  }
</style>
