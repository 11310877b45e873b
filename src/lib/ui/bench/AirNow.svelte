<!-- Noting the air as it was read. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
</script>

<section class="card">
  <h2>Air</h2>
  <FactForm kind="air.read" fields={{ unit: bench.measures === 'us' ? 'F' : 'C' }}>
    {#snippet children(sending)}
      <div class="air">
        <Field name="place" label="Place" value="tent" required maxlength={40} />
        <NumberField name="celsius" label="Air, {bench.measures === 'us' ? '°F' : '°C'}" required />
        <NumberField name="humidity" label="Humidity, %" required />
        <NumberField
          name="surface"
          label="Surface, {bench.measures === 'us' ? '°F' : '°C'}"
          placeholder="if measured"
        />
        <Button type="submit" kind="tertiary" disabled={sending}>Save the reading</Button>
      </div>
    {/snippet}
  </FactForm>
</section>

<style>
  .air {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    align-items: end;
  }
</style>
