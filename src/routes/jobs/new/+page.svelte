<script lang="ts">
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';

  let { data, form } = $props();
  const sent = $derived<Record<string, string>>(form?.sent ?? {});
  const errors = $derived<Record<string, string>>(form?.errors ?? {});
  const field = (name: string) => ({
    name,
    value: sent[name] ?? '',
    invalid: name in errors,
    invalidText: errors[name] ?? '',
  });
</script>

<form class="page stack" method="post">
  <h1>New job</h1>
  <TextInput {...field('name')} labelText="Name of the job" placeholder="What everyone calls it" />
  <TextInput {...field('place')} labelText="Address" />
  <div class="two">
    <TextInput
      {...field('houseYear')}
      labelText="Year the house was built"
      helperText="Before 1978: test for lead before sanding"
      inputmode="numeric"
    />
    <Select name="unit" labelText="Bare numbers in the survey are" selected={sent.unit ?? 'in'}>
      <SelectItem value="in" text="inches" />
      <SelectItem value="cm" text="centimetres" />
      <SelectItem value="mm" text="millimetres" />
    </Select>
  </div>
  <div class="two">
    <TextInput {...field('colour')} labelText="Colour" placeholder="Its name on the can" />
    <div class="bx--form-item">
      <label class="bx--label" for="hex">Shown as</label>
      <input id="hex" type="color" name="hex" value={sent.hex ?? '#DCCFA9'} />
    </div>
    <Select name="sheen" labelText="Sheen" selected={sent.sheen ?? 'satin'}>
      <SelectItem value="matt" text="matt" />
      <SelectItem value="satin" text="satin" />
      <SelectItem value="semi-gloss" text="semi-gloss" />
      <SelectItem value="gloss" text="gloss" />
    </Select>
  </div>
  <Select name="zone" labelText="Time zone" selected={sent.zone ?? data.zone}>
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
