<!-- A recall: all pieces with a can, a day or an overruled rule, and what to look at first. -->
<script lang="ts">
  import { sayDate } from '$core/units/clock-time';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Option from '$ui/kit/Option.svelte';

  let { data } = $props();
  const pieces = $derived(data.kitchens.reduce((sum, k) => sum + k.pieces.length, 0));
  const grave = $derived(data.unknown.filter((u) => u.grave));
  const rest = $derived(data.unknown.filter((u) => !u.grave));
  const failed = $derived(data.kitchens.reduce((sum, k) => sum + k.failed, 0));
</script>

<div class="page stack">
  <div class="row">
    <h1>Recall</h1>
    <Button href="/lasting" kind="ghost">Lasting</Button>
  </div>
  <div class="row">
    <form class="row" method="get">
      <Choice label="Can or cup" name="batch">
        {#each data.batches as b, i (i)}<Option value={b} text={b} />{/each}
      </Choice>
      <Button type="submit" kind="tertiary">All with it</Button>
    </form>
    <form class="row" method="get">
      <DateField of="day" label="Coated on" name="day" required />
      <Button type="submit" kind="tertiary">All of that day</Button>
    </form>
    <form method="get">
      <Hidden name="rule" value="any" />
      <Button type="submit" kind="tertiary">All with a rule overruled</Button>
    </form>
  </div>
  {#if data.of}
    <h2>{data.of}</h2>
    {#if data.unknown.length}
      <section class="card unknown" role="alert" aria-label="What this list cannot know">
        <h3>This list is not complete</h3>
        <p>
          It knows pieces that hang, each by the last can or cup that was named before its coat began. Look at
          these by hand, whatever the list says:
        </p>
        {#each grave as u (u.job)}
          <p><a href="/jobs/{u.job}/coat">{u.name}</a>: {u.gaps.join('; ')}.</p>
        {/each}
        {#if rest.length}
          <FoldOut
            words="{rest.length} more {rest.length === 1
              ? 'kitchen'
              : 'kitchens'} with touch-ups, fixed work or cans that nobody named"
          >
            {#each rest as u (u.job)}
              <p><a href="/jobs/{u.job}/check">{u.name}</a>: {u.gaps.join('; ')}.</p>
            {/each}
          </FoldOut>
        {/if}
      </section>
    {/if}
    <p>
      <b>{pieces}</b>
      {pieces === 1 ? 'piece' : 'pieces'} in {data.kitchens.length}
      {data.kitchens.length === 1 ? 'kitchen' : 'kitchens'}, {failed} failed so far. Look first at the first of
      each list: what failed before, then by stove, sink and bin, then what nobody saw for longest.
    </p>
    {#each data.kitchens as k (k.job)}
      <section class="card" aria-label={k.name}>
        <h3>
          {#if k.here}<a href="/jobs/{k.job}/check">{k.name}</a>{:else}{k.name}{/if}
          <span class="soft">{k.place}</span>
        </h3>
        <ul>
          {#each k.pieces as p (p.id)}
            <li class:bad={p.failed}>
              {#if k.here}<a href="/jobs/{k.job}/check?piece={p.id}" class="mono">{p.code}</a>{:else}<span
                  class="mono">{p.code}</span
                >{/if}
              {p.failed ? '▲ failed' : 'sound'}, {p.place}; {p.lastLook === null
                ? 'nobody looked'
                : `seen ${sayDate(p.lastLook, data.zone)}`}
            </li>
          {/each}
        </ul>
      </section>
    {:else}
      <p>No piece that hangs is recorded with it. That does not mean that none was coated from it.</p>
    {/each}
  {/if}
</div>

<style>
  .unknown {
    border-left: 6px solid var(--bad);
  }
  .page {
    padding: 18px 20px;
    max-width: 1080px;
  }
  h3 {
    font-weight: 600;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
    columns: 3 240px;
  }
  a {
    display: inline-flex;
    min-height: 44px;
    align-items: center;
  }
  .bad {
    color: var(--bad);
  }
</style>
