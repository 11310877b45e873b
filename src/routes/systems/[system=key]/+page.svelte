<!-- One finish system: its steps, its figures, how each step is done, its versions. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import Cautions from '$ui/bench/Cautions.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Said from '$ui/systems/Said.svelte';
  import MethodCard from '$ui/systems/MethodCard.svelte';
  import FiguresForm from '$ui/systems/FiguresForm.svelte';
  import FiguresRead from '$ui/systems/FiguresRead.svelte';

  let { data, form } = $props();
  let editing = $state(false);
  const system = $derived(data.system);
</script>

<div class="page">
  <p><a href="/systems">Finish systems</a></p>
  <div class="head">
    <div>
      <h1>{system.name}</h1>
      <p class="soft">{system.reason} Version {system.version}.</p>
    </div>
    <Button kind="tool" onclick={() => (editing = !editing)} aria-pressed={editing}>Change the figures</Button
    >
  </div>
  {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form && 'saved' in form && form.saved}
    <Notice kind="ok">Saved as version {form.saved}. Jobs keep the version they were planned with.</Notice>
  {/if}
  <div class="pair body">
    <div class="stack">
      <section class="card">
        <h2>Steps</h2>
        <ol>
          {#each data.steps as step, i (i)}
            <li>
              <b>{step.act}</b>{#if step.on === 'kitchen'}&nbsp;<span class="soft">the kitchen</span>{/if}
              {#if step.says.length}<br /><Said says={step.says} />{/if}
            </li>
          {/each}
        </ol>
      </section>
      <section class="card">
        <h2>Figures</h2>
        {#if editing}
          <FiguresForm
            {system}
            measures={data.measures}
            tools={data.tools}
            products={data.products}
            addable={data.addable}
            saved={() => (editing = false)}
          />
        {:else}
          <FiguresRead {system} measures={data.measures} />
        {/if}
        <p class="soft">
          Waits at 25 °C, 50 % humidity, and what they wait for. <sup>m</sup> from memory, <sup>s</sup> data
          sheet,
          <sup>l</sup> learnt here, <sup>o</sup> our own rule, the rest common practice.
        </p>
      </section>
    </div>
    <div class="stack">
      {#if data.learnt.length || data.paces.length}
        <section class="card">
          <h2>Learnt</h2>
          {#each data.learnt as l, i (i)}<p>{l.product}, {l.place}: {l.says}.</p>{/each}
          {#each data.paces as p, i (i)}<p>{p.act} and the like: {p.says}.</p>{/each}
        </section>
      {/if}
      <section class="card">
        <h2>Tools and handling</h2>
        {#each data.handling as h, i (i)}<p><b>{h.act}</b><br /><Said says={h.says} /></p>{/each}
      </section>
      <section class="card">
        <h2>Method cards</h2>
        {#each data.cards as { card, cautions }, i (i)}
          <MethodCard {card} {cautions} />
        {/each}
      </section>
      <section class="card">
        <h2>Cautions</h2>
        <Cautions cautions={data.cautions} />
      </section>
      {#if data.versions.length}
        <section class="card">
          <h2>Versions</h2>
          {#each data.versions as v (v.version)}<p>
              {v.version} · {sayTime(v.savedAt, 'UTC')}, {v.who}
            </p>{/each}
        </section>
      {/if}
    </div>
  </div>
</div>

<style>
  .page {
    padding: 14px 20px 60px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    align-items: start;
    margin-bottom: 10px;
  }
  .body {
    margin-top: 12px;
  }
  ol {
    margin: 0;
    padding-left: 20px;
    list-style: disc;
  }
  ol {
    list-style: decimal;
    columns: 2;
    column-gap: 26px;
  }
  ol li {
    break-inside: avoid;
    padding: 3px 0;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    ol {
      columns: 1;
    }
    .head {
      flex-wrap: wrap;
    }
  }
</style>
