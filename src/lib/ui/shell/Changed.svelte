<!-- What a new choice changed: hours, litres and the hand-back, before and after. -->
<script lang="ts">
  import { sayHours, sayTime } from '$core/units/clock-time';
  import { formatVolume, type Measures } from '$core/units/measures';
  import type { Weight } from '$server/services/plan/weigh';

  let { was, is, measures, zone }: { was: Weight | null; is: Weight; measures: Measures; zone: string } =
    $props();

  const rows = $derived([
    { name: 'Hands', was: was && sayHours(was.minutes), is: sayHours(is.minutes) },
    { name: 'Paint', was: was && formatVolume(was.ml, measures), is: formatVolume(is.ml, measures) },
    {
      name: 'Hand back',
      was: was?.back ? sayTime(was.back, zone) : null,
      is: is.back ? sayTime(is.back, zone) : 'no plan',
    },
  ]);
</script>

<dl
  class="card"
  role="status"
  aria-label="What changed"
  {@attach (e) => e.scrollIntoView({ block: 'center' })}
>
  {#each rows as row, i (i)}
    <div>
      <dt>{row.name}</dt>
      <dd>
        {#if row.was && row.was !== row.is}<s>{row.was}</s>{/if} <b>{row.is}</b>
      </dd>
    </div>
  {/each}
</dl>

<style>
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 26px;
    margin: 0;
    border-left: 5px solid var(--ready);
  }
  dt {
    color: var(--soft);
    font-size: 13px;
  }
  dd {
    margin: 0;
  }
  s {
    color: var(--soft);
    margin-right: 6px;
  }
</style>
