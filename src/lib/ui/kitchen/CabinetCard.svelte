<!-- The cabinet that is pointed at: its size, what closes it, its place. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import {
    ARRANGEMENTS,
    changeFront,
    removeFront,
    splitAcross,
    splitDown,
    type FrontPlace,
  } from '$core/kitchen/edit';
  import {
    canHinge,
    FORM_WORDS,
    FRONT_FORMS,
    SIDES,
    type Cabinet,
    type FrontForm,
    type Side,
  } from '$core/kitchen/kitchen';
  import { formatLength, parseLength, writeLength, type LengthUnit } from '$core/units/length';

  interface Props {
    cabinet: Cabinet;
    title: string;
    unit: LengthUnit;
    front: FrontPlace | null;
    /** whether it can move to the left and to the right */
    movable: { left: boolean; right: boolean };
    change: (cabinet: Cabinet) => void;
    move: (by: -1 | 1) => void;
    remove: () => void;
    close: () => void;
  }
  let { cabinet, title, unit, front, movable, change, move, remove, close }: Props = $props();

  const chosen = $derived(front && (cabinet.rows[front.row]?.fronts[front.column] ?? null));
  const widths = $derived(
    unit === 'in'
      ? [9, 12, 15, 18, 21, 24, 27, 30, 33, 36, 42].map((n) => n * 25.4)
      : [150, 300, 400, 450, 500, 600, 800, 900, 1000],
  );
  let fault = $state('');

  function measure(
    key: 'widthMm' | 'heightMm' | 'depthMm',
    event: Event & { currentTarget: HTMLInputElement },
  ) {
    const mm = parseLength(event.currentTarget.value, unit);
    if (mm === null || mm > 6000) {
      fault = `“${event.currentTarget.value}” is no length. Write one such as ${unit === 'in' ? '14 3/8' : '36.5 cm'}.`;
      return;
    }
    fault = '';
    change({ ...cabinet, [key]: mm });
  }
  const same = (rows: Cabinet['rows']) => JSON.stringify(rows) === JSON.stringify(cabinet.rows);
  const setForm = (form: FrontForm) => {
    if (front && chosen)
      change(changeFront(cabinet, front, { form, hinge: canHinge(form) ? (chosen.hinge ?? 'left') : null }));
  };
  const setHinge = (hinge: Side) => {
    if (front && chosen) change(changeFront(cabinet, front, { ...chosen, hinge }));
  };
</script>

<section class="card" aria-label="Cabinet">
  <div class="row head">
    <h2>{title}</h2>
    <Button kind="tool" disabled={!movable.left} onclick={() => move(-1)}>← Move left</Button>
    <Button kind="tool" disabled={!movable.right} onclick={() => move(1)}>Move right →</Button>
    <Button kind="tool" onclick={remove}>Delete the cabinet</Button>
    <Button kind="tool" class="close" onclick={close}>Close</Button>
  </div>
  <div class="row">
    {#each [['widthMm', 'Width'], ['heightMm', 'Height'], ['depthMm', 'Depth']] as const as [key, words] (key)}
      <Field
        label="{words}, {unit}"
        width="short"
        value={writeLength(cabinet[key], unit)}
        onchange={(e) => measure(key, e)}
      />
    {/each}
    <div class="row chips" role="group" aria-label="Common widths, {unit}">
      {#each widths as mm (mm)}
        <Button
          kind="tool"
          aria-label="{formatLength(mm, unit)} {unit} wide"
          aria-pressed={Math.abs(cabinet.widthMm - mm) < 0.01}
          onclick={() => change({ ...cabinet, widthMm: mm })}>{formatLength(mm, unit)}</Button
        >
      {/each}
    </div>
  </div>
  {#if fault}<Notice>{fault}</Notice>{/if}
  <div class="row chips" role="group" aria-label="What closes it">
    {#each ARRANGEMENTS as { key, words, rows } (key)}
      <Button
        kind="tool"
        aria-pressed={cabinet.vacancy === null && same(rows)}
        onclick={() => change({ ...cabinet, rows: structuredClone(rows), vacancy: null })}>{words}</Button
      >
    {/each}
    {#each [['open', 'open'], ['appliance', 'appliance'], ['gap', 'gap']] as const as [kind, words] (kind)}
      <Button
        kind="tool"
        aria-pressed={cabinet.vacancy?.kind === kind}
        onclick={() => change({ ...cabinet, rows: [], vacancy: { kind, name: '' } })}>{words}</Button
      >
    {/each}
  </div>
  {#if front && chosen}
    <div class="row chips" role="group" aria-label="The front">
      <span class="soft">This front:</span>
      <Choice
        label="Form of the front"
        hideLabel
        value={chosen.form}
        onchange={(e) => setForm(e.currentTarget.value as FrontForm)}
      >
        {#each FRONT_FORMS as form (form)}<Option value={form} text={FORM_WORDS[form]} />{/each}
      </Choice>
      {#if chosen.hinge}
        {#each SIDES as side (side)}
          <Button kind="tool" aria-pressed={chosen.hinge === side} onclick={() => setHinge(side)}
            >Hinge {side}</Button
          >
        {/each}
      {/if}
      <Button kind="tool" onclick={() => change(splitAcross(cabinet, front))}>Split into two</Button>
      <Button kind="tool" onclick={() => change(splitDown(cabinet, front))}>Split over and under</Button>
      <Button kind="tool" onclick={() => change(removeFront(cabinet, front))}>Remove the front</Button>
    </div>
  {/if}
  <FoldOut words="Ends, shelves, corner, build">
    <div class="row">
      {#each SIDES as side (side)}
        <Tick
          checked={cabinet.ends[side]}
          onchange={(e) => change({ ...cabinet, ends: { ...cabinet.ends, [side]: e.currentTarget.checked } })}
          >{side} side shows</Tick
        >
      {/each}
      <Tick
        checked={cabinet.build === 'frameless'}
        onchange={(e) => change({ ...cabinet, build: e.currentTarget.checked ? 'frameless' : 'framed' })}
        >frameless</Tick
      >
      <Choice
        label="Loose shelves, coated too"
        value={cabinet.shelves}
        onchange={(e) => change({ ...cabinet, shelves: Number(e.currentTarget.value) })}
      >
        {#each Array.from({ length: 13 }, (_, i) => i) as n (n)}<Option value={n} />{/each}
      </Choice>
      <Choice
        label="Corner"
        value={cabinet.corner?.side ?? ''}
        onchange={(e) =>
          change({
            ...cabinet,
            corner: e.currentTarget.value
              ? { side: e.currentTarget.value as Side, blindMm: cabinet.corner?.blindMm ?? 0 }
              : null,
          })}
      >
        <Option value="" text="none" /><Option value="left" text="left end" /><Option
          value="right"
          text="right end"
        />
      </Choice>
      {#if cabinet.corner}
        <Field
          label="Blind width, {unit}"
          width="short"
          value={cabinet.corner.blindMm ? writeLength(cabinet.corner.blindMm, unit) : ''}
          onchange={(e) =>
            cabinet.corner &&
            change({
              ...cabinet,
              corner: { ...cabinet.corner, blindMm: parseLength(e.currentTarget.value, unit) ?? 0 },
            })}
        />
      {/if}
      {#if cabinet.vacancy}
        <Field
          label="What is there"
          maxlength={40}
          value={cabinet.vacancy.name}
          onchange={(e) =>
            cabinet.vacancy &&
            change({
              ...cabinet,
              vacancy: { ...cabinet.vacancy, name: e.currentTarget.value.replace(/[#+:\n]/g, ' ').trim() },
            })}
        />
      {/if}
    </div>
  </FoldOut>
</section>

<style>
  section {
    display: grid;
    /* A long row of chips scrolls within; it never widens the page. */
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    border-color: var(--act);
  }
  .head h2 {
    flex: 1;
    min-width: 140px;
  }
  .chips {
    gap: 4px;
  }
  @media (max-width: 800px) {
    /* So that the wall stays in sight above. */
    .chips {
      flex-wrap: nowrap;
      overflow-x: auto;
      white-space: nowrap;
    }
    .chips > :global(*) {
      flex: none;
    }
  }
</style>
