<script lang="ts">
  import Field from '$ui/kit/Field.svelte';
  import { sayMinutes } from '$core/units/clock-time';

  let { data } = $props();
  let wanted = $state('');
  const shown = $derived(
    data.systems.filter((s) =>
      `${s.name} ${s.reason} ${s.traits.join(' ')} ${s.layers.map((l) => l.name).join(' ')}`
        .toLowerCase()
        .includes(wanted.trim().toLowerCase()),
    ),
  );
  const coats = (l: { back: number; front: number }) =>
    l.back === l.front ? `×${l.front}` : l.back === 0 ? `fronts ×${l.front}` : `×${l.back} / ×${l.front}`;
</script>

<div class="page stack">
  <div class="head">
    <h1>Finish systems</h1>
    <Field label="Look for" bind:text={wanted} placeholder="shellac, wax …" />
  </div>
  {#each data.unreadable as s (s.key)}
    <p class="card bad" role="alert">
      Version {s.version} of <a href="/systems/{s.key}">{s.name}</a> cannot be read: the shipped figures, or its
      own within their limits, are used. Change its figures and save them again.
    </p>
  {/each}
  <p class="soft">Times at 25 °C, 50 % humidity. Where two coats are given: backs / fronts.</p>
  <ul>
    {#each shown as s (s.key)}
      <li>
        <a class="system" href="/systems/{s.key}">
          <span class="name"><b>{s.name}</b><span class="soft">{s.reason}</span></span>
          <span class="layers">
            {#each s.layers as l, i (i)}{#if i > 0}<span class="soft arrow">→</span>{/if}<span
                class="layer {l.kind}">{l.name} {coats(l)}</span
              >{/each}
          </span>
          <span class="facts"
            ><span>hang {sayMinutes(s.hang)}</span><span>cured {sayMinutes(s.cured)}</span><span class="soft"
              >version {s.version}</span
            ></span
          >
        </a>
      </li>
    {:else}<li class="soft">No system like that.</li>{/each}
  </ul>
</div>

<style>
  .page {
    padding: 16px 20px 60px;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: end;
    gap: 10px;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
    border-top: 1px solid var(--line);
  }
  .system {
    display: grid;
    grid-template-columns: minmax(0, 1.3fr) minmax(0, 1.5fr) 130px;
    gap: 6px 20px;
    padding: 9px 4px;
    border-bottom: 1px solid var(--line);
    color: var(--ink);
    text-decoration: none;
  }
  .system:hover {
    background: var(--card);
  }
  .name {
    display: grid;
  }
  .layers {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    row-gap: 4px;
  }
  .arrow {
    margin: 0 6px;
  }
  .layer {
    max-width: 100%;
    border-bottom: 4px solid var(--primer);
  }
  .layer.finish {
    border-color: var(--act);
  }
  .layer.clear {
    border-color: #9fc3c0;
  }
  .layer.glaze,
  .layer.wax {
    border-bottom-style: dotted;
    border-color: var(--warn);
  }
  .facts {
    display: grid;
    align-content: start;
    text-align: right;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    .system {
      grid-template-columns: minmax(0, 1fr);
    }
    .facts {
      display: flex;
      gap: 14px;
    }
  }
</style>
