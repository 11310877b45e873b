<!-- What a way to check asks for. -->
<script lang="ts">
  import { AGENTS, type CheckMethod } from '$core/quality/check-methods';
  import { colourDifference } from '$core/quality/colour-difference';
  import { crossCutClass, type Lattice } from '$core/quality/cross-cut';
  import { BLOCKING, glossLevels, PENCILS } from '$core/quality/scales';
  import { readNumber } from '$core/units/read-number';
  import Choice from '../kit/Choice.svelte';
  import Group from '../kit/Group.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Option from '../kit/Option.svelte';
  import Pick from '../kit/Pick.svelte';
  import CrossCutGrid from './CrossCutGrid.svelte';

  interface Props {
    method: CheckMethod;
    failures: readonly { key: string; seen: string }[];
    /** what is seen, for a look */
    failure: string;
  }
  let { method, failures, failure = $bindable() }: Props = $props();
  const LABS = [
    { key: 'here', name: 'This face' },
    { key: 'sample', name: 'The kept sample' },
  ] as const;
  let lattice: Lattice = $state(25);
  let flaked: number[] = $state([]);
  let at60 = $state('');
  let at85 = $state('');
  let lab = $state({ hereL: '', hereA: '', hereB: '', sampleL: '', sampleA: '', sampleB: '' });
  const result = $derived(crossCutClass(flaked.length, lattice));
  const levels = $derived.by(() => {
    const [a, b] = [readNumber(at60), readNumber(at85)];
    try {
      return a === undefined ? null : glossLevels(a, b ?? null);
    } catch {
      return null;
    }
  });
  const apart = $derived.by(() => {
    const n = Object.values(lab).map(readNumber);
    const [l, a, b, sl, sa, sb] = n;
    if (l === undefined || a === undefined || b === undefined) return null;
    if (sl === undefined || sa === undefined || sb === undefined) return null;
    return colourDifference({ l, a, b }, { l: sl, a: sa, b: sb });
  });
</script>

{#if method === 'visual'}
  <Choice name="failure" label="Seen" bind:chosen={failure}>
    <Option value="" text="sound" />
    {#each failures as f (f.key)}<Option value={f.key} text={f.seen} />{/each}
  </Choice>
{:else if method === 'fingernail'}
  <Choice name="result" label="The nail">
    <Option value="nothing" text="leaves nothing" />
    <Option value="dents" text="dents the film" />
    <Option value="lifts" text="lifts the film" />
  </Choice>
{:else if method === 'cross-cut'}
  <div class="row">
    <Pick name="lattice" bind:group={lattice} value={25} onchange={() => (flaked = [])}>25 squares</Pick>
    <Pick name="lattice" bind:group={lattice} value={100} onchange={() => (flaked = [])}>100, thin film</Pick>
  </div>
  <p>Tap every square that came off.</p>
  <CrossCutGrid {lattice} bind:flaked />
  <p class="class" aria-live="polite">
    <b>{result.astm}</b>
    <span class="soft"
      >ISO 2409 class {result.iso} · {flaked.length} of {lattice} off, {Math.round(result.share * 100)} %</span
    >
  </p>
{:else if method === 'pencil'}
  <Choice name="hardest" label="The hardest that does not scratch" value="HB">
    {#each PENCILS as p (p)}<Option value={p} text={p} />{/each}
  </Choice>
{:else if method === 'blocking'}
  <Choice name="rating" label="When it comes free" value="10">
    {#each [...BLOCKING.entries()].reverse() as [n, words] (n)}<Option value={n} text="{n}: {words}" />{/each}
  </Choice>
{:else if method === 'water'}
  <Choice name="result" label="The drop">
    <Option value="nothing" text="leaves nothing" />
    <Option value="fades" text="leaves a mark that fades within the hour" />
    <Option value="stays" text="leaves a mark that stays" />
    <Option value="swells" text="raises the film or swells the edge" />
  </Choice>
{:else if method === 'chemical'}
  <div class="row">
    <Choice name="agent" label="What was on it">
      {#each AGENTS as a (a)}<Option value={a} text={a} />{/each}
    </Choice>
    <Choice name="result" label="After the hour">
      <Option value="nothing" text="nothing" />
      <Option value="stains" text="a stain" />
      <Option value="softens" text="the film is soft" />
    </Choice>
  </div>
{:else if method === 'gloss'}
  <div class="row">
    <NumberField name="at60" label="At 60°" bind:text={at60} required />
    <NumberField name="at85" label="At 85°, if read" bind:text={at85} />
  </div>
  {#if levels}<p aria-live="polite">
      {levels.length ? `MPI level ${levels.join(' or ')}` : 'No MPI level has both readings'}
    </p>{/if}
{:else if method === 'colour'}
  {#each LABS as { key, name } (key)}
    <Group legend={name}>
      <div class="row">
        {#each ['L', 'A', 'B'] as axis (axis)}
          {@const field = `${key}${axis}` as keyof typeof lab}
          <NumberField
            name={field}
            label="{axis === 'L' ? 'L' : axis.toLowerCase()}*"
            bind:text={lab[field]}
            required
          />
        {/each}
      </div>
    </Group>
  {/each}
  {#if apart !== null}<p aria-live="polite">
      <b>ΔE {apart.toFixed(1)}</b>
      {apart <= 1 ? 'matches' : apart <= 2 ? 'hardly seen' : 'shows'}
    </p>{/if}
{:else}
  <div class="row">
    <NumberField name="doubleRubs" label="Double rubs" whole required />
    <Choice name="through" label="Then">
      <Option value="no" text="the film holds" />
      <Option value="yes" text="the film is through" />
    </Choice>
  </div>
{/if}

<style>
  .class b {
    font-size: 24px;
  }
</style>
