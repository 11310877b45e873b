<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import { refresh } from '$ui/refresh';
  import Scroll from '$ui/Scroll.svelte';
  import { enhance } from '$app/forms';
  import { sayClock, sayDay, sayNear, sayTime } from '$core/units/clock-time';
  import { fahrenheit, formatKelvin, formatTemperature, M_PER_FT } from '$core/units/measures';

  let { data, form } = $props();
  const us = $derived(data.measures === 'us');
  const warm = (celsius: number) => formatTemperature(celsius, data.measures);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const PLACE = { house: 'House', shop: 'Shop', tent: 'Tent' } as const;
  const VERDICT = { go: 'Go', wait: 'Wait', stop: 'Stop' } as const;
  const near = (at: number) => sayNear(at, data.now, data.zone);
  const days = (hours: (typeof data.places)[number]['hours']) => {
    const out = new Map<string, typeof hours>();
    for (const h of hours) {
      const day = sayDay(h.at, data.zone);
      out.set(day, [...(out.get(day) ?? []), h]);
    }
    return [...out];
  };
  const degree = (celsius: number | null) =>
    celsius === null ? '' : String(Math.round((us ? fahrenheit(celsius) : celsius) * 10) / 10);
  const long = (metres: number) => String(Math.round((us ? metres / M_PER_FT : metres) * 10) / 10);
  const keep =
    () =>
    async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) =>
      update({ reset: false });

  $effect(() => {
    // The sensors’ readings come in as they are sent.
    const stream = new EventSource('/air/stream');
    stream.onmessage = () => void refresh('anthem:air');
    return () => stream.close();
  });
</script>

<div class="page stack">
  <div class="head">
    <h1>Air</h1>
    <label class="labelled"
      >For a coat of<select
        class="field"
        value={data.product.key}
        onchange={(e) =>
          void goto(`/air?product=${e.currentTarget.value}`, { keepFocus: true, noScroll: true })}
      >
        {#each data.products as p (p.key)}<option value={p.key}>{p.name}</option>{/each}
      </select></label
    >
  </div>
  {#if form && 'refused' in form && form.refused}<p class="bad lines" role="alert">{form.refused}</p>{/if}
  {#if form && 'done' in form && form.done}<p role="status">{form.done}</p>{/if}
  <div class="places">
    {#each data.places as p (p.place)}
      <section class="card" aria-label={PLACE[p.place]}>
        <div class="head">
          <h2>{PLACE[p.place]}</h2>
          <span class="verdict {p.verdict.says}">{VERDICT[p.verdict.says]}</span>
        </div>
        <p class="big">{warm(p.now.celsius)} · {percent(p.now.humidity)}</p>
        <p class="soft">
          dew point {warm(p.now.dew)}, {formatKelvin(p.now.celsius - p.now.dew, data.measures)} below · {p.now
            .source}
        </p>
        <p>
          {#if p.verdict.says === 'go'}
            {p.verdict.until
              ? `Coat until ${near(p.verdict.until)}; then ${p.verdict.reasons.join('; ')}.`
              : 'Coat now; nothing stands against it in 48 h.'}
          {:else if p.verdict.says === 'wait'}
            Wait until {near(p.verdict.from ?? 0)}: {p.verdict.reasons.join('; ') ||
              'the air leaves its limits before it is dry to touch'}.
          {:else}
            Not in the coming 48 h: {p.verdict.reasons.join('; ') ||
              'no stretch is long enough to dry to touch'}.
          {/if}
        </p>
        <div
          class="strip"
          role="img"
          aria-label="{PLACE[p.place]}, coming 48 hours: {p.hours.filter((h) => h.coat).length} of {p.hours
            .length} may be coated"
        >
          {#each days(p.hours) as [day, hours] (day)}
            <div class="day" style:flex={hours.length}>
              <span class="soft">{hours.length > 6 ? day : ''}</span>
              <div class="hours">
                {#each hours as h (h.at)}
                  <i
                    class:no={!h.coat}
                    class:read={h.source !== 'forecast'}
                    title="{sayClock(h.at, data.zone)}: {warm(h.celsius)}, {percent(h.humidity)}{h.coat
                      ? ''
                      : ` · ${h.reasons.join('; ')}`}"
                  ></i>
                {/each}
              </div>
            </div>
          {/each}
        </div>
        <details>
          <summary>By the hour</summary>
          <table class="plain">
            <thead><tr><th>Hour</th><th>Air</th><th>Coat</th></tr></thead>
            <tbody>
              {#each p.hours.filter((_, i) => i % 3 === 0) as h (h.at)}
                <tr
                  ><td>{sayTime(h.at, data.zone)}</td><td>{warm(h.celsius)}, {percent(h.humidity)}</td><td
                    >{h.coat ? 'yes' : h.reasons.join('; ')}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        </details>
        <details>
          <summary>Readings{p.last ? `, last ${near(p.last.at)} (${p.last.source})` : ''}</summary>
          <form class="row" method="post" action="?/reading" use:enhance={keep}>
            <input type="hidden" name="place" value={p.place} />
            <label class="labelled"
              >Air, {us ? '°F' : '°C'}<input
                class="field short"
                name="temperature"
                inputmode="decimal"
                required
              /></label
            >
            <label class="labelled"
              >Humidity, %<input class="field short" name="humidity" inputmode="decimal" required /></label
            >
            <Button type="submit" kind="tertiary">Keep the reading</Button>
          </form>
          <form class="row" method="post" action="?/logger" enctype="multipart/form-data" use:enhance={keep}>
            <input type="hidden" name="place" value={p.place} />
            <label class="labelled"
              >A data logger’s CSV<input
                class="field"
                type="file"
                name="csv"
                accept=".csv,text/csv"
                required
              /></label
            >
            <Button type="submit" kind="tertiary">Take it in</Button>
          </form>
          <form class="row" method="post" action="?/sensor" use:enhance={keep}>
            <input type="hidden" name="place" value={p.place} />
            {#if p.sensor?.on}
              <span class:bad={p.battery < 10}
                >Sensor on, battery {p.battery} %{p.battery === 0 ? ': flat, it sends nothing' : ''}</span
              >
              <button class="tool" name="act" value="battery">New battery</button>
              <button class="tool" name="act" value="calibrate">Set right</button>
              <button class="tool" name="act" value="off">Switch off</button>
            {:else}
              <button class="tool" name="act" value="on">Switch the simulated sensor on</button>
            {/if}
          </form>
        </details>
      </section>
    {/each}
  </div>
  <div class="lower">
    <section class="card">
      <h2>What the tent’s devices do</h2>
      <Scroll label="The tent’s devices">
        <table class="plain">
          <thead
            ><tr
              ><th>Tent</th><th>Air now</th><th>Humidity</th><th>Over dew</th><th
                >Recoat {data.product.name}</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.whatIfs as w, i (i)}
              <tr>
                <td>{w.name}</td>
                <td>{warm(w.celsius)}</td>
                <td>{percent(w.humidity)}</td>
                <td class:bad={w.marginK < data.product.limits.dewMarginK}
                  >{formatKelvin(w.marginK, data.measures)}</td
                >
                <td>{w.ready ? near(w.ready) : 'not in two weeks'}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </Scroll>
      <p class="soft">
        A coat laid now, by the forecast. Steady air in a well-mixed tent; solvent vapours want a fan that
        does not spark and no heater with a flame.
      </p>
    </section>
    <section class="card">
      <h2>Places</h2>
      <form class="stack" method="post" action="?/places" use:enhance={keep}>
        <div class="row">
          <label class="labelled"
            >House by day, {us ? '°F' : '°C'}<input
              class="field short"
              name="house"
              value={degree(data.set.house.heatedTo)}
            /></label
          >
          <label class="labelled"
            >by night<input
              class="field short"
              name="houseNight"
              value={degree(data.set.house.nightTo)}
            /></label
          >
        </div>
        <div class="row">
          <label class="labelled"
            >Shop by day, {us ? '°F' : '°C'}<input
              class="field short"
              name="shop"
              value={degree(data.set.shop.heatedTo)}
            /></label
          >
          <label class="labelled"
            >by night<input
              class="field short"
              name="shopNight"
              value={degree(data.set.shop.nightTo)}
            /></label
          >
        </div>
        <div class="row">
          <label class="labelled"
            >Tent stands in<select class="field" name="in" value={data.set.tent.in}
              ><option value="shop">the shop</option><option value="house">the house</option></select
            ></label
          >
        </div>
        <div class="row">
          <label class="labelled"
            >Length, {us ? 'ft' : 'm'}<input
              class="field short"
              name="length"
              value={long(data.set.tent.length)}
            /></label
          >
          <label class="labelled"
            >Width, {us ? 'ft' : 'm'}<input
              class="field short"
              name="width"
              value={long(data.set.tent.width)}
            /></label
          >
          <label class="labelled"
            >Height, {us ? 'ft' : 'm'}<input
              class="field short"
              name="height"
              value={long(data.set.tent.height)}
            /></label
          >
        </div>
        <div class="row">
          <label class="check"><input type="checkbox" name="fan" checked={data.set.tent.fan.on} /> fan</label>
          <label class="labelled"
            >m/s over the films<input class="field short" name="wind" value={data.set.tent.fan.wind} /></label
          >
        </div>
        <div class="row">
          <label class="check"
            ><input type="checkbox" name="heater" checked={data.set.tent.heater.on} /> heater</label
          >
          <label class="check"
            ><input type="checkbox" name="nights" checked={data.set.tent.heater.nights} /> nights too</label
          >
          <label class="labelled"
            >W<input class="field short" name="watt" value={data.set.tent.heater.watt} /></label
          >
          <label class="labelled"
            >up to, {us ? '°F' : '°C'}<input
              class="field short"
              name="upTo"
              value={degree(data.set.tent.heater.upTo)}
            /></label
          >
        </div>
        <div class="row">
          <label class="check"
            ><input type="checkbox" name="dehumidifier" checked={data.set.tent.dehumidifier.on} /> dehumidifier</label
          >
          <label class="labelled"
            >L a day<input
              class="field short"
              name="litresADay"
              value={data.set.tent.dehumidifier.litresADay}
            /></label
          >
        </div>
        <div><Button type="submit" kind="tertiary">Set the places</Button></div>
      </form>
    </section>
  </div>
  <p class="soft">
    Within the product’s temperatures and humidity, and {formatKelvin(
      data.product.limits.dewMarginK,
      data.measures,
    )} over the dew point, until the coat is dry to touch. The product’s data sheet decides.
    <a href="/drying?product={data.product.key}">How {data.product.name} dries</a>
  </p>
</div>

<style>
  .page {
    padding: 14px 20px 60px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: end;
    gap: 12px;
  }
  .lines {
    white-space: pre-line;
  }
  .places {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 12px;
    align-items: start;
  }
  .lower {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(300px, 1fr);
    gap: 12px;
    align-items: start;
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
  .short {
    width: 92px;
  }
  .row {
    align-items: end;
    padding: 4px 0;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    .lower {
      grid-template-columns: minmax(0, 1fr);
    }
    .head {
      flex-wrap: wrap;
    }
  }
</style>
