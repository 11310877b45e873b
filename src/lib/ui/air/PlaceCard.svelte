<!-- One place: its air, whether a coat may be laid, the coming 48 hours, and where readings come from. -->
<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import { enhance } from '$app/forms';
  import type { Place } from '$core/air/places';
  import { sayClock, sayDay, sayNear, sayTime } from '$core/units/clock-time';
  import { formatKelvin, formatTemperature, type Measures } from '$core/units/measures';
  import type { PlaceAir } from '$server/services/air/air-view';
  import Button from '$ui/kit/Button.svelte';
  import FileField from '$ui/kit/FileField.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Table from '$ui/kit/Table.svelte';

  interface Props {
    place: {
      place: Place;
      /** null where nothing is known of it */
      air: PlaceAir | null;
      sensor: { on: boolean } | null;
      /** percent */
      battery: number;
      last: { at: number; source: string } | null;
    };
    /** whether this installation has sensors */
    sensors: boolean;
    now: number;
    zone: string;
    measures: Measures;
  }
  let { place, sensors, now, zone, measures }: Props = $props();
  const NAMES: Record<Place, string> = { house: 'House', shop: 'Shop', tent: 'Tent' };
  const VERDICT = { go: 'Go', wait: 'Wait', stop: 'Stop' } as const;
  const name = $derived(NAMES[place.place]);
  const p = $derived(place.air);
  const warm = (celsius: number) => formatTemperature(celsius, measures);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const near = (at: number) => sayNear(at, now, zone);
  const days = $derived.by(() => {
    const out = new Map<string, PlaceAir['hours']>();
    for (const h of p?.hours ?? []) {
      const day = sayDay(h.at, zone);
      out.set(day, [...(out.get(day) ?? []), h]);
    }
    return [...out];
  });
</script>

<section class="card" aria-label={name}>
  <div class="head">
    <h2>{name}</h2>
    {#if p}<span class="verdict {p.verdict.says}">{VERDICT[p.verdict.says]}</span>{/if}
  </div>
  {#if p}
    <p class="big">{warm(p.now.celsius)} · {percent(p.now.humidity)}</p>
    <p class="soft">
      dew point {warm(p.now.dew)}, {formatKelvin(p.now.celsius - p.now.dew, measures)} below · {p.now.source}
    </p>
    <p>
      {#if p.verdict.says === 'go'}
        {p.verdict.until
          ? `Coat until ${near(p.verdict.until)}; then ${p.verdict.reasons.join('; ')}.`
          : p.foreseen
            ? 'Coat now; nothing prevents it in the coming 48 h.'
            : 'In this air a coat may be laid. Nobody forecasts the coming hours.'}
      {:else if p.verdict.says === 'wait'}
        Wait until {near(p.verdict.from ?? 0)}: {p.verdict.reasons.join('; ') ||
          'the air leaves its limits before it is dry to touch'}.
      {:else}
        {p.foreseen ? 'Not in the coming 48 h' : 'Not in this air'}: {p.verdict.reasons.join('; ') ||
          'no stretch is long enough to dry to touch'}.
      {/if}
    </p>
    {#if p.foreseen}
      <div
        class="strip"
        role="img"
        aria-label="{name}, coming 48 hours: {p.hours.filter((h) => h.coat).length} of {p.hours
          .length} may be coated"
      >
        {#each days as [day, hours] (day)}
          <div class="day" style:flex={hours.length}>
            <span class="soft">{hours.length > 6 ? day : ''}</span>
            <div class="hours">
              {#each hours as h (h.at)}
                <i
                  class:no={!h.coat}
                  class:read={h.source !== 'forecast'}
                  title="{sayClock(h.at, zone)}: {warm(h.celsius)}, {percent(h.humidity)}{h.coat
                    ? ''
                    : ` · ${h.reasons.join('; ')}`}"
                ></i>
              {/each}
            </div>
          </div>
        {/each}
      </div>
      <FoldOut words="By the hour">
        <Table label="{name} by the hour">
          <thead><tr><th>Hour</th><th>Air</th><th>Coat</th></tr></thead>
          <tbody>
            {#each p.hours.filter((_, i) => i % 3 === 0) as h (h.at)}
              <tr
                ><td>{sayTime(h.at, zone)}</td><td>{warm(h.celsius)}, {percent(h.humidity)}</td><td
                  >{h.coat ? 'yes' : h.reasons.join('; ')}</td
                ></tr
              >
            {/each}
          </tbody>
        </Table>
      </FoldOut>
    {/if}
  {:else}
    <p>
      Nobody has read the air here lately, and no forecast is connected: whether a coat may be laid is not
      known. Read it, and type it in below.
    </p>
  {/if}
  <FoldOut words="Readings{place.last ? `, last ${near(place.last.at)} (${place.last.source})` : ''}">
    <form class="fields" method="post" action="?/reading" use:enhance={keepFields}>
      <Hidden name="place" value={place.place} />
      <NumberField label="Air" unit={measures === 'us' ? '°F' : '°C'} name="temperature" required />
      <NumberField label="Humidity" unit="%" name="humidity" required />
      <Button type="submit" kind="tertiary">Save the reading</Button>
    </form>
    <form
      class="fields"
      method="post"
      action="?/logger"
      enctype="multipart/form-data"
      use:enhance={keepFields}
    >
      <Hidden name="place" value={place.place} />
      <FileField label="A data logger’s CSV" name="csv" accept=".csv,text/csv" required />
      <Button type="submit" kind="tertiary">Import it</Button>
    </form>
    {#if sensors}
      <form class="fields" method="post" action="?/sensor" use:enhance={keepFields}>
        <Hidden name="place" value={place.place} />
        {#if place.sensor?.on}
          <span class:bad={place.battery < 10}
            >Sensor on, battery {place.battery} %{place.battery === 0 ? ': flat, it sends nothing' : ''}</span
          >
          <Button kind="tool" type="submit" name="act" value="battery">New battery</Button>
          <Button kind="tool" type="submit" name="act" value="calibrate">Calibrated</Button>
          <Button kind="tool" type="submit" name="act" value="off">Switch off</Button>
        {:else}
          <Button kind="tool" type="submit" name="act" value="on">Switch the simulated sensor on</Button>
        {/if}
      </form>
    {/if}
  </FoldOut>
</section>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: end;
    gap: 12px;
  }
  .verdict {
    font-weight: 600;
    padding: 3px 12px;
    border: 2px solid;
    border-radius: 3px;
  }
  .go {
    color: var(--ready);
  }
  .wait {
    color: var(--warn);
    border-style: dashed;
  }
  .stop {
    color: #fff;
    background: var(--bad);
    border-color: var(--bad);
  }
  .big {
    font-size: 22px;
    font-weight: 600;
    margin-top: 4px;
  }
  .strip {
    display: flex;
    gap: 3px;
    margin: 8px 0 2px;
  }
  .day {
    min-width: 0;
    font-size: 12px;
    white-space: nowrap;
    align-self: end;
  }
  .hours {
    display: flex;
    gap: 1px;
  }
  .hours i {
    flex: 1;
    height: 22px;
    background: #bcd6c4;
    border-top: 3px solid var(--ready);
  }
  .hours i.no {
    background: repeating-linear-gradient(135deg, #e9c6bf 0 3px, #fffdf8 3px 6px);
    border-top-color: var(--bad);
  }
  .hours i.read {
    border-bottom: 3px solid var(--ink);
  }
  form {
    padding: 4px 0;
  }
</style>
