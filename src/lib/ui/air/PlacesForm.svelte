<!-- What is known of the places: thermostats, where the tent is and what is in it. -->
<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import { enhance } from '$app/forms';
  import type { Places } from '$core/air/places';
  import { fahrenheit, M_PER_FT, type Measures } from '$core/units/measures';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';

  let { set, measures }: { set: Places; measures: Measures } = $props();
  const us = $derived(measures === 'us');
  const warm = $derived(us ? '°F' : '°C');
  const length = $derived(us ? 'ft' : 'm');
  const degree = (celsius: number | null) =>
    celsius === null ? '' : String(Math.round((us ? fahrenheit(celsius) : celsius) * 10) / 10);
  const long = (metres: number) => String(Math.round((us ? metres / M_PER_FT : metres) * 10) / 10);
</script>

<section class="card">
  <h2>Places</h2>
  <form class="stack" method="post" action="?/places" use:enhance={keepFields}>
    <div class="fields">
      <NumberField label="House by day" unit={warm} name="house" value={degree(set.house.heatedTo)} />
      <NumberField label="by night" unit={warm} name="houseNight" value={degree(set.house.nightTo)} />
    </div>
    <div class="fields">
      <NumberField label="Shop by day" unit={warm} name="shop" value={degree(set.shop.heatedTo)} />
      <NumberField label="by night" unit={warm} name="shopNight" value={degree(set.shop.nightTo)} />
    </div>
    <div class="fields">
      <Choice label="Tent is in" name="in" value={set.tent.in}
        ><Option value="shop" text="the shop" /><Option value="house" text="the house" /></Choice
      >
    </div>
    <div class="fields">
      <NumberField label="Length" unit={length} name="length" value={long(set.tent.length)} />
      <NumberField label="Width" unit={length} name="width" value={long(set.tent.width)} />
      <NumberField label="Height" unit={length} name="height" value={long(set.tent.height)} />
    </div>
    <div class="fields">
      <Tick name="fan" checked={set.tent.fan.on}>fan on</Tick>
      <NumberField label="Fan speed" unit="m/s" name="wind" value={set.tent.fan.wind} />
    </div>
    <div class="fields">
      <Tick name="heater" checked={set.tent.heater.on}>heater on</Tick>
      <Tick name="nights" checked={set.tent.heater.nights}>nights too</Tick>
      <NumberField label="Heater" unit="W" name="watt" value={set.tent.heater.watt} />
      <NumberField label="Heats up to" unit={warm} name="upTo" value={degree(set.tent.heater.upTo)} />
    </div>
    <div class="fields">
      <Tick name="dehumidifier" checked={set.tent.dehumidifier.on}>dehumidifier on</Tick>
      <NumberField
        label="Dehumidifier"
        unit="L a day"
        name="litresADay"
        value={set.tent.dehumidifier.litresADay}
      />
    </div>
    <div><Button type="submit" kind="tertiary">Save the places</Button></div>
  </form>
</section>
