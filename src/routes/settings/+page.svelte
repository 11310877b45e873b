<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import { singleKeys } from '$ui/keys.svelte';

  let { data, form } = $props();
</script>

<div class="page stack">
  <h1>Settings</h1>
  <p><a href="/systems">Finish systems</a> · <a href="/air">Air and places</a></p>
  {#if form?.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
  {#if form?.saved}<p class="ok" role="status">{form.saved}</p>{/if}
  <section class="card">
    <h2>Who is using this device</h2>
    <form
      method="post"
      action="?/me"
      class="row"
      use:enhance={() =>
        ({ update }) =>
          update({ reset: false })}
    >
      {#each data.workers as worker (worker.id)}
        <label class="check"
          ><input type="radio" name="worker" value={worker.id} checked={worker.id === data.worker?.id} />
          {worker.name}, {worker.role}</label
        >
      {/each}
      <Button type="submit" kind="tertiary">This is me</Button>
    </form>
  </section>
  <section class="card">
    <h2>Keys on this device</h2>
    <label class="check"
      ><input type="checkbox" bind:checked={singleKeys.on} /> single keys act: / finds a piece, s starts, d is done,
      n goes on</label
    >
    <p class="soft">
      Switch them off where speech or a scanner presses them unasked. Everything has its button.
    </p>
  </section>
  <section class="card">
    <h2>The crew</h2>
    {#each data.workers as worker (worker.id)}
      <form
        method="post"
        action="?/rename"
        class="row end person"
        aria-label="Name and role of {worker.name}"
        use:enhance={() =>
          ({ update }) =>
            update({ reset: false })}
      >
        <input type="hidden" name="worker" value={worker.id} />
        <TextInput name="name" labelText="Name" value={worker.name} required maxlength={60} />
        <TextInput name="role" labelText="Role" value={worker.role} maxlength={40} />
        <Button type="submit" kind="tertiary">Save<span class="sr-only"> {worker.name}</span></Button>
      </form>
    {/each}
    <p class="soft">What was recorded stays with the person, whatever the name.</p>
  </section>
  <section class="card">
    <h2>Add a person</h2>
    <form method="post" action="?/person" class="row end" use:enhance>
      <TextInput name="name" labelText="Name" required maxlength={60} />
      <TextInput name="role" labelText="Role" placeholder="painter" maxlength={40} />
      <Button type="submit" kind="tertiary">Add</Button>
    </form>
  </section>
  <section class="card">
    <h2>Measures</h2>
    <form
      method="post"
      action="?/measures"
      class="row"
      use:enhance={() =>
        ({ update }) =>
          update({ reset: false })}
    >
      <label class="check"
        ><input type="radio" name="measures" value="metric" checked={data.measures === 'metric'} /> litres, m²,
        µm, °C</label
      >
      <label class="check"
        ><input type="radio" name="measures" value="us" checked={data.measures === 'us'} /> gallons, ft², mil, °F</label
      >
      <Button type="submit" kind="tertiary">Use these</Button>
    </form>
  </section>
  <section class="card">
    <h2>Costs</h2>
    <form
      method="post"
      action="?/costs"
      class="row end"
      use:enhance={() =>
        ({ update }) =>
          update({ reset: false })}
    >
      <TextInput
        name="hour"
        labelText="Labour rate, for an hour"
        inputmode="decimal"
        value={data.costs ? (data.costs.hourCents / 100).toFixed(2) : ''}
        required
      />
      <TextInput
        name="currency"
        labelText="Currency"
        placeholder="CAD"
        maxlength={4}
        value={data.costs?.currency ?? ''}
      />
      <Button type="submit" kind="tertiary">Save</Button>
    </form>
  </section>
  {#if data.clock}
    <section class="card">
      <h2>The demo’s clock</h2>
      <form
        method="post"
        action="?/clock"
        class="row end"
        use:enhance={() =>
          ({ update }) =>
            update({ reset: false })}
      >
        <label class="when"
          >It shows<input type="datetime-local" name="shows" value={data.clock.shows} /></label
        >
        <label class="check"
          ><input type="checkbox" name="running" checked={data.clock.running} /> runs on from there</label
        >
        <Button type="submit" kind="tertiary">Set it</Button>
      </form>
      <form
        method="post"
        action="?/clock"
        class="row"
        use:enhance={() =>
          ({ update }) =>
            update({ reset: false })}
      >
        {#each [[15, '15 min'], [60, '1 h'], [240, '4 h'], [1440, '1 day']] as [minutes, words] (minutes)}
          <Button type="submit" kind="ghost" name="jump" value={minutes}>{words} on</Button>
        {/each}
        <Button type="submit" kind="ghost" name="reset" value="1">Back to the start</Button>
      </form>
    </section>
  {/if}
</div>

<style>
  .page {
    padding: 18px 20px 40px;
    max-width: 760px;
  }
  .end {
    align-items: end;
  }
  .person {
    padding-bottom: 12px;
    margin-bottom: 10px;
    border-bottom: 1px solid var(--line);
  }
  .when {
    display: grid;
    gap: 4px;
    font-size: 13px;
    color: var(--soft);
  }
  .when input {
    height: 44px;
    font: inherit;
    padding: 0 10px;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
</style>
