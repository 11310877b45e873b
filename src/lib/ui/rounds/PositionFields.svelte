<!-- Latitude and longitude, typed or taken from where the device is. -->
<script lang="ts">
  import type { Position } from '$core/quality/round';
  import Button from '../kit/Button.svelte';
  import NumberField from '../kit/NumberField.svelte';

  interface Props {
    position: Position | null;
    /** what is wrong with a field */
    wrong?: (field: string) => { error: string | null };
  }
  let { position, wrong = () => ({ error: null }) }: Props = $props();
  let latitude = $derived(position ? String(position.latitude) : '');
  let longitude = $derived(position ? String(position.longitude) : '');
  let said = $state('');
  const here = () => {
    said = 'Looking where this is …';
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        latitude = coords.latitude.toFixed(5);
        longitude = coords.longitude.toFixed(5);
        said = `Found, within ${Math.round(coords.accuracy)} m. Save it.`;
      },
      () => (said = 'This device does not say where it is. Type the degrees.'),
      { enableHighAccuracy: true, timeout: 20_000 },
    );
  };
</script>

<div class="row">
  <NumberField name="latitude" label="Latitude" bind:text={latitude} {...wrong('latitude')} />
  <NumberField name="longitude" label="Longitude" bind:text={longitude} {...wrong('longitude')} />
  <Button kind="ghost" onclick={here}>We are there now</Button>
</div>
<p class="soft" role="status">{said}</p>
