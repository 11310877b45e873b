<!-- What a piece has had: each step with product, batch, who, and the air it was done in. -->
<script lang="ts">
  import type { PieceView } from '$core/bench/view/view';
  import { sayClock, sayTime } from '$core/units/clock-time';
  import { formatFilm, formatTemperature, type Measures } from '$core/units/measures';

  let { view, zone, measures }: { view: PieceView; zone: string; measures: Measures } = $props();
  const time = (ms: number) => sayTime(ms, zone);
</script>

<h3>What it has had</h3>
<p class="soft">
  Dry film by the products’ figures: front {formatFilm(view.film.front, measures)}, back {formatFilm(
    view.film.back,
    measures,
  )}
</p>
<ol>
  {#each view.history as s (s.id + s.act)}
    <li>
      <span class="mono">{time(s.start)}–{sayClock(s.end, zone)}</span>
      <span
        ><b>{s.act}</b>
        <span class="soft"
          >{[
            s.product,
            s.batch ? `batch ${s.batch}` : '',
            s.who,
            s.air
              ? `${formatTemperature(s.air.celsius, measures)}, ${Math.round(s.air.humidity * 100)} % in the ${s.air.place}${s.air.read ? '' : ' by the forecast'}`
              : '',
          ]
            .filter(Boolean)
            .join(' · ')}</span
        ></span
      >
    </li>
  {:else}<li class="soft">Nothing yet.</li>{/each}
</ol>

<style>
  h3 {
    margin-top: 16px;
    font-weight: 600;
  }
  ol {
    list-style: none;
    padding: 0;
    margin: 4px 0 12px;
  }
  li {
    padding: 4px 0;
    border-top: 1px solid var(--line);
    display: grid;
  }
</style>
