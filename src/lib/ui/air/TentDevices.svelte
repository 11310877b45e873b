<!-- What heater, fan and dehumidifier would do to a coat in the tent now. -->
<script lang="ts">
  import { sayNear } from '$core/units/clock-time';
  import { formatKelvin, formatTemperature, type Measures } from '$core/units/measures';
  import type { TentWhatIf } from '$server/services/air/air-view';
  import Table from '$ui/kit/Table.svelte';

  interface Props {
    whatIfs: readonly TentWhatIf[];
    product: { name: string; limits: { dewMarginK: number } };
    now: number;
    zone: string;
    measures: Measures;
  }
  let { whatIfs, product, now, zone, measures }: Props = $props();
  const warm = (celsius: number) => formatTemperature(celsius, measures);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const near = (at: number) => sayNear(at, now, zone);
</script>

<section class="card">
  <h2>What the tent’s devices do</h2>

  <Table label="The tent with each of its devices">
    <thead
      ><tr><th>Tent</th><th>Air now</th><th>Humidity</th><th>Over dew</th><th>Recoat {product.name}</th></tr
      ></thead
    >
    <tbody>
      {#each whatIfs as w, i (i)}
        <tr>
          <td>{w.name}</td>
          <td>{warm(w.celsius)}</td>
          <td>{percent(w.humidity)}</td>
          <td class:bad={w.marginK < product.limits.dewMarginK}>{formatKelvin(w.marginK, measures)}</td>
          <td>{w.ready ? near(w.ready) : 'not in two weeks'}</td>
        </tr>
      {/each}
    </tbody>
  </Table>

  <p class="soft">
    A coat applied now, by the forecast. Steady air in a well-mixed tent; solvent vapours want a fan that does
    not spark and no heater with a flame.
  </p>
</section>
