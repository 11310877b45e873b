<!-- How old a cup is: it stands, it may be used, it is past. -->
<script lang="ts">
  import type { CupAge } from '$core/bench/view/cups';
  import { sayClock, sayMinutes, sayTime } from '$core/units/clock-time';

  interface Props {
    age: CupAge;
    now: number;
    zone: string;
  }
  let { age, now, zone }: Props = $props();
</script>

{#if age.until === null}<span class="ok">no pot life</span>
{:else if age.state === 'reacting'}<span class="warn">reacting until {sayClock(age.until, zone)}</span>
{:else if age.state === 'past'}<span class="bad"
    >past its pot life since {sayTime(age.until, zone)}: throw it out</span
  >
{:else}<span class="ok"
    >use by {sayTime(age.until, zone)}, {sayMinutes(Math.max(0, Math.round((age.until - now) / 60_000)))} left</span
  >{/if}
