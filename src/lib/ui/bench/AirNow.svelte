<!-- Noting the air as it was read. -->
<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import FactForm from '../FactForm.svelte';
  import { getBench } from './bench-page';

  const bench = getBench();
</script>

<section class="card">
  <h2>Air</h2>
  <FactForm kind="air.read" fields={{ unit: bench.measures === 'us' ? 'F' : 'C' }}>
    {#snippet children(sending)}
      <div class="air">
        <TextInput name="place" labelText="Place" value="tent" required maxlength={40} />
        <TextInput
          name="celsius"
          labelText="Air, {bench.measures === 'us' ? '°F' : '°C'}"
          inputmode="decimal"
          required
        />
        <TextInput name="humidity" labelText="Humidity, %" inputmode="decimal" required />
        <TextInput
          name="surface"
          labelText="Surface, {bench.measures === 'us' ? '°F' : '°C'}"
          inputmode="decimal"
          placeholder="if measured"
        />
        <Button type="submit" kind="tertiary" disabled={sending}>Note it</Button>
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
