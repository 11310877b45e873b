<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { NO_COLOUR } from '$core/kitchen/colour';

  let { data, form } = $props();
  const sent = $derived<Record<string, string>>(form?.sent ?? {});
  const errors = $derived<Record<string, string>>(form?.errors ?? {});
  const wrong = (name: string) => ({ error: errors[name] ?? null });
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
  <Hidden name="id" value={sent.id ?? data.id} />
  {#if errors.id}<Notice>{errors.id}</Notice>{/if}
  <Field width="whole" {...field('name')} label="Name of the job" placeholder="What everyone calls it" />
  <Field {...field('place')} label="Address" />
  <div class="two">
    <NumberField
      width="whole"
      whole
      {...field('houseYear')}
      label="Year the house was built"
      hint="Before 1978: test for lead before sanding"
    />
    <Choice name="unit" label="Numbers without a unit are in" value={sent.unit ?? 'in'} {...wrong('unit')}>
      <Option value="in" text="inches" />
      <Option value="cm" text="centimetres" />
      <Option value="mm" text="millimetres" />
    </Choice>
  </div>
  <div class="two">
    <Field {...field('colour')} label="Colour" placeholder="Its name on the can" />
    <Field label="Shown as" type="color" name="hex" value={sent.hex ?? NO_COLOUR} {...wrong('hex')} />
    <Choice name="sheen" label="Sheen" value={sent.sheen ?? 'satin'} {...wrong('sheen')}>
      <Option value="matt" text="matt" />
      <Option value="satin" text="satin" />
      <Option value="semi-gloss" text="semi-gloss" />
      <Option value="gloss" text="gloss" />
    </Choice>
  </div>
  <Choice name="zone" label="Time zone" value={sent.zone ?? zone ?? data.zone} {...wrong('zone')}>
    {#each data.zones as zone (zone)}<Option value={zone} text={zone} />{/each}
  </Choice>
  <div><Button type="submit">Start the survey</Button></div>
</form>

<style>
  .page {
    padding: 18px 20px;
    max-width: 640px;
  }
</style>
