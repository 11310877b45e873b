<!-- The air of the place above the board: temperature as a line, humidity dotted. -->
<script lang="ts">
  import { formatTemperature, type Measures } from '$core/units/measures';

  interface Props {
    /** by the hour, two at least */
    air: readonly { at: number; celsius: number; humidity: number }[];
    /** px */
    top: number;
    height: number;
    x: (ms: number) => number;
    measures: Measures;
  }
  let { air, top, height, x, measures }: Props = $props();
  const low = $derived(Math.min(...air.map((a) => a.celsius)));
  const high = $derived(Math.max(...air.map((a) => a.celsius)));
  const path = (share: (a: (typeof air)[number]) => number) =>
    air
      .map(
        (a, i) =>
          `${i ? 'L' : 'M'}${x(a.at).toFixed(1)},${(top + height - 10 - share(a) * (height - 14)).toFixed(1)}`,
      )
      .join(' ');
</script>

<text x="0" y={top + 10} font-size="12" fill="var(--soft)">{formatTemperature(high, measures)}</text>
<text x="0" y={top + 24} font-size="12" fill="var(--soft)">{formatTemperature(low, measures)}</text>
<path d={path((a) => a.humidity)} fill="none" stroke="var(--ready)" stroke-width="1" stroke-dasharray="2 2" />
<path
  d={path((a) => (a.celsius - low) / Math.max(1, high - low))}
  fill="none"
  stroke="var(--warn)"
  stroke-width="1.6"
/>
