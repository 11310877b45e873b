<!-- Viscosity by a flow cup: what other cups would say, and how much thinner brings the wanted seconds. -->
<script lang="ts">
  import { CUP_KEYS, CUPS, secondsIn, thinnerFor, viscosity, type Cup } from '$core/takeoff/cup';
  import { readNumber } from '$core/units/read-number';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { attempt } from './attempt';

  interface Props {
    /** the share of thinner the product takes; null where none is known */
    thinUpTo: number | null;
    /** takes over the thinner that was found, in % */
    use: (percent: string) => void;
  }
  let { thinUpTo, use }: Props = $props();
  const number = (text: string): number => readNumber(text) ?? NaN;

  let cup = $state<Cup>('ford-4');
  let secondsA = $state('45');
  let shareA = $state('0');
  let secondsB = $state('30');
  let shareB = $state('10');
  let target = $state('25');
  const nu = $derived(attempt(() => viscosity(cup, number(secondsA))));
  const others = $derived(
    'value' in nu
      ? CUP_KEYS.flatMap((k) => {
          const s = k === cup ? null : secondsIn(k, nu.value);
          return s === null ? [] : [`${CUPS[k].name} ${s.toFixed(0)} s`];
        })
      : [],
  );
  const more = $derived(
    attempt(() =>
      thinnerFor(
        viscosity(cup, number(target)),
        { share: number(shareA) / 100, nu: viscosity(cup, number(secondsA)) },
        { share: number(shareB) / 100, nu: viscosity(cup, number(secondsB)) },
      ),
    ),
  );
</script>

<section class="card stack">
  <h2>Cup seconds</h2>
  <Choice label="Cup" bind:chosen={cup}
    >{#each CUP_KEYS as k (k)}<Option value={k} text={CUPS[k].name} />{/each}</Choice
  >
  <div class="two">
    <NumberField label="Seconds" bind:text={secondsA} />
    <NumberField label="with thinner" unit="%" bind:text={shareA} />
  </div>
  {#if 'wrong' in nu}<p class="bad">{nu.wrong}.</p>{:else}
    <p><b>{nu.value.toFixed(1)} cSt</b> <span class="soft">{others.join(' · ')}</span></p>
  {/if}
  <div class="two">
    <NumberField label="Then seconds" bind:text={secondsB} />
    <NumberField label="with thinner" unit="%" bind:text={shareB} />
  </div>
  <NumberField label="Wanted seconds" bind:text={target} />
  {#if 'wrong' in more}<p class="bad">{more.wrong}.</p>{:else}
    <p>
      Thin by <b>{(more.value * 100).toFixed(1)} %</b>.
      {#if thinUpTo !== null && more.value > thinUpTo}<span class="warn"
          >More than the {Math.round(thinUpTo * 100)} % it takes.</span
        >{/if}
      <Button kind="tool" onclick={() => use(('value' in more ? more.value * 100 : 0).toFixed(1))}
        >Use this thinner</Button
      >
    </p>
  {/if}
</section>
