<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import Button from '$ui/kit/Button.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import TextBox from '$ui/kit/TextBox.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { enhance } from '$app/forms';
  import { singleKeys } from '$ui/shell/keys.svelte';

  let { data, form } = $props();
</script>

<div class="page stack">
  <h1>Settings</h1>
  <p>
    <a href="/systems">Finish systems</a> · <a href="/air">Air and places</a> ·
    <a href="/lasting">Lasting</a>
  </p>
  {#if form?.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form?.saved}<Notice kind="ok">{form.saved}</Notice>{/if}
  <section class="card">
    <h2>Who is using this device</h2>
    <form method="post" action="?/me" class="row" use:enhance={keepFields}>
      {#each data.workers as worker (worker.id)}
        <Pick name="worker" value={worker.id} checked={worker.id === data.worker?.id}>
          {worker.name}, {worker.role}</Pick
        >
      {/each}
      <Button type="submit" kind="tertiary">This is me</Button>
    </form>
  </section>
  <section class="card">
    <h2>Keys on this device</h2>
    <Tick bind:ticked={singleKeys.on}>single keys act: / finds a piece, s starts, d is done, n goes on</Tick>
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
        use:enhance={keepFields}
      >
        <Hidden name="worker" value={worker.id} />
        <Field name="name" label="Name" value={worker.name} required maxlength={60} />
        <Field name="role" label="Role" value={worker.role} maxlength={40} />
        <Button type="submit" kind="tertiary" aria-label="Save {worker.name}">Save</Button>
      </form>
    {/each}
    <p class="soft">What was recorded stays with the person, whatever the name.</p>
  </section>
  <section class="card">
    <h2>Add a person</h2>
    <form method="post" action="?/person" class="row end" use:enhance>
      <Field name="name" label="Name" required maxlength={60} />
      <Field name="role" label="Role" placeholder="painter" maxlength={40} />
      <Button type="submit" kind="tertiary">Add</Button>
    </form>
  </section>
  <section class="card">
    <h2>Measures</h2>
    <form method="post" action="?/measures" class="row" use:enhance={keepFields}>
      <Pick name="measures" value="metric" checked={data.measures === 'metric'}>litres, m², µm, °C</Pick>
      <Pick name="measures" value="us" checked={data.measures === 'us'}>gallons, ft², mil, °F</Pick>
      <Button type="submit" kind="tertiary">Save</Button>
    </form>
  </section>
  <section class="card">
    <h2>The company, as customers read it</h2>
    <form method="post" action="?/company" class="stack" use:enhance={keepFields}>
      <div class="row end">
        <Field name="name" label="Name of the company" value={data.own.name} required maxlength={120} />
        <Field name="town" label="Town" value={data.own.town} maxlength={120} />
      </div>
      <Field
        name="contact"
        label="How customers reach you"
        placeholder="a telephone number, the hours"
        value={data.own.contact}
        maxlength={200}
      />
      <TextBox
        name="warranty"
        label="Terms of your warranty, printed in the hand-over pack"
        rows={4}
        value={data.own.warranty}
        maxlength={4000}
      />
      <NumberField
        name="warrantyMonths"
        label="Months of warranty"
        value={data.own.warrantyMonths}
        required
      />
      <div><Button type="submit" kind="tertiary">Save</Button></div>
    </form>
  </section>
  <section class="card">
    <h2>Costs</h2>
    <form method="post" action="?/costs" class="row end" use:enhance={keepFields}>
      <NumberField
        name="hour"
        label="Labour rate, for an hour"
        value={data.costs ? (data.costs.hourCents / 100).toFixed(2) : ''}
        required
      />
      <NumberField
        name="kwh"
        label="Power, for a kWh (may be empty)"
        value={data.costs?.kwhCents === undefined ? '' : String(data.costs.kwhCents / 100)}
      />
      <NumberField
        name="shortest"
        label="Shortest time that is paid, minutes"
        value={String(data.shortest)}
        required
      />
      <Field
        name="currency"
        label="Currency"
        placeholder="CAD"
        maxlength={4}
        value={data.costs?.currency ?? ''}
      />
      <Button type="submit" kind="tertiary">Save</Button>
    </form>
  </section>
  <section class="card">
    <h2>Minutes in the house</h2>
    <p class="soft">
      What taking down, carrying, handles and the last walk are planned with. Empty: the shipped figure, from
      memory. What your record says of them comes on top.
    </p>
    <form method="post" action="?/visits" class="stack" use:enhance={keepFields}>
      <div class="figures">
        {#each data.visits as figure (figure.key)}
          <NumberField
            name={figure.key}
            label={figure.words}
            width="whole"
            placeholder={String(figure.shipped)}
            value={figure.own ?? ''}
          />
        {/each}
      </div>
      {#if data.learnt.length}
        <ul aria-label="What the record says">
          {#each data.learnt as learnt (learnt.key)}<li>{learnt.words}</li>{/each}
        </ul>
      {/if}
      <div><Button type="submit" kind="tertiary">Save</Button></div>
    </form>
  </section>
  {#if data.clock}
    <section class="card">
      <h2>The demo’s clock</h2>
      <form method="post" action="?/clock" class="row end" use:enhance={keepFields}>
        <DateField label="It shows" of="day and time" name="shows" value={data.clock.shows} />
        <Tick name="running" checked={data.clock.running}>keeps running</Tick>
        <Button type="submit" kind="tertiary">Set it</Button>
      </form>
      <form method="post" action="?/clock" class="row" use:enhance={keepFields}>
        {#each [[15, '15 min'], [60, '1 h'], [240, '4 h'], [1440, '1 day']] as [minutes, words] (minutes)}
          <Button type="submit" kind="ghost" name="jump" value={minutes}>{words} later</Button>
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
  .figures {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 10px 14px;
    align-items: end;
  }
  ul {
    margin: 0;
    padding-left: 18px;
    list-style: disc;
  }
  .end {
    align-items: end;
  }
  .person {
    padding-bottom: 12px;
    margin-bottom: 10px;
    border-bottom: 1px solid var(--line);
  }
</style>
