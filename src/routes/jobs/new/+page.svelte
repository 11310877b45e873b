<script lang="ts">
  import { NO_COLOUR } from '$core/kitchen/colour';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';

  let { data, form } = $props();
  const sent = $derived<Record<string, string>>(form?.sent ?? {});
  const errors = $derived<Record<string, string>>(form?.errors ?? {});
  const wrong = (name: string) => ({ invalid: name in errors, invalidText: errors[name] ?? '' });
  const field = (name: string) => ({ name, value: sent[name] ?? '', ...wrong(name) });
  let zone = $state<string>();
  $effect(() => {
    const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
    if (data.guess && data.zones.includes(own)) zone ??= own;
  });
  /** Focus goes to the first field that is wrong. */
  let page: HTMLFormElement | undefined = $state();
  $effect(() => {
    if (form?.errors) page?.querySelector<HTMLElement>('[aria-invalid=true], [data-invalid]')?.focus();
  });
</script>

<form class="page stack" method="post" bind:this={page}>
  <h1>New job</h1>
  <input type="hidden" name="id" value={sent.id ?? data.id} />
  {#if errors.id}<p class="bad" role="alert">{errors.id}</p>{/if}
  <TextInput {...field('name')} labelText="Name of the job" placeholder="What everyone calls it" />
  <TextInput {...field('place')} labelText="Address" />
  <div class="two">
    <TextInput
      {...field('houseYear')}
      labelText="Year the house was built"
      helperText="Before 1978: test for lead before sanding"
      inputmode="numeric"
    />
    <Select
      name="unit"
      labelText="Bare numbers in the survey are"
      selected={sent.unit ?? 'in'}
      {...wrong('unit')}
    >
      <SelectItem value="in" text="inches" />
      <SelectItem value="cm" text="centimetres" />
      <SelectItem value="mm" text="millimetres" />
    </Select>
  </div>
  <div class="two">
    <TextInput {...field('colour')} labelText="Colour" placeholder="Its name on the can" />
    <div class="bx--form-item">
      <label class="bx--label" for="hex">Shown as</label>
      <input
        id="hex"
        type="color"
        name="hex"
        value={sent.hex ?? NO_COLOUR}
        aria-invalid={'hex' in errors}
        aria-describedby={'hex' in errors ? 'hex-wrong' : undefined}
      />
      {#if errors.hex}<p class="bad" id="hex-wrong">{errors.hex}</p>{/if}
    </div>
    <Select name="sheen" labelText="Sheen" selected={sent.sheen ?? 'satin'} {...wrong('sheen')}>
      <SelectItem value="matt" text="matt" />
      <SelectItem value="satin" text="satin" />
      <SelectItem value="semi-gloss" text="semi-gloss" />
      <SelectItem value="gloss" text="gloss" />
    </Select>
  </div>
  <Select name="zone" labelText="Time zone" selected={sent.zone ?? zone ?? data.zone} {...wrong('zone')}>
    {#each data.zones as zone (zone)}<SelectItem value={zone} text={zone} />{/each}
  </Select>
  <div><Button type="submit">Start the survey</Button></div>
</form>

<style>
  .page {
    padding: 18px 20px;
    max-width: 640px;
  }
  .two {
    display: flex;
    flex-wrap: wrap;
    gap: 14px;
  }
  .two > :global(*) {
    flex: 1 1 150px;
  }
  input[type='color'] {
    width: 100%;
    height: 40px;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
</style>
