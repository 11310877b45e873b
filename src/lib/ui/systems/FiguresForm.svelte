<!-- The whole system, to be saved as its next version: products, coats, sanding, prep. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import type { System } from '$core/coating/system';
  import type { Measures } from '$core/units/measures';
  import { writeWait } from '$core/units/wait';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Group from '$ui/kit/Group.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import ProductFields from './ProductFields.svelte';

  interface Props {
    system: System;
    measures: Measures;
    tools: readonly { key: string; name: string }[];
    /** every product that is known */
    products: readonly { key: string; name: string; kind: string }[];
    /** prep that can be added */
    addable: readonly { key: string; act: string }[];
    saved: () => void;
  }
  let { system, measures, tools, products, addable, saved }: Props = $props();
  const nameOf = (product: string) => system.products.find((p) => p.key === product)?.name;
</script>

<form
  class="stack"
  method="post"
  action="?/save"
  use:enhance={() =>
    async ({ update, result }) => {
      await update({ reset: false });
      if (result.type === 'success') saved();
    }}
>
  <Field label="Name of the system" name="name" value={system.name} />
  {#each system.products as p (p.key)}<ProductFields product={p} {measures} />{/each}
  <Group legend="Coats and sanding" column>
    <Choice label="Applied by" name="tool" value={system.tool}>
      {#each tools as t (t.key)}<Option value={t.key} text={t.name} />{/each}
    </Choice>
    {#each system.layers as l, i (i)}
      <div class="fields line">
        <NumberField label="Order" name="layer.{i}.order" value={i + 1} />
        <Tick class="line" name="layer.{i}.keep" value="yes" checked><span>{nameOf(l.product)}</span></Tick>
        <NumberField label="Backs" name="layer.{i}.back" value={l.coats.back} />
        <NumberField label="Fronts" name="layer.{i}.front" value={l.coats.front} />
        <NumberField label="Grit before" name="layer.{i}.sandFirst" value={l.sandFirst ?? ''} />
        <NumberField label="Grit between" name="layer.{i}.sandBetween" value={l.sandBetween ?? ''} />
      </div>
    {/each}
  </Group>
  <Group legend="Add a layer" column>
    <div class="fields line">
      <Choice label="Product" name="layer.new.product">
        <Option value="" text="none" />
        {#each products as p (p.key)}<Option value={p.key} text="{p.name} ({p.kind})" />{/each}
      </Choice>
      <Field label="As a product of our own, named" name="layer.new.name" maxlength={80} />
      <NumberField label="Order" name="layer.new.order" value="0.5" />
      <NumberField label="Backs" name="layer.new.back" value="1" />
      <NumberField label="Fronts" name="layer.new.front" value="1" />
      <NumberField label="Grit before" name="layer.new.sandFirst" value="" />
      <NumberField label="Grit between" name="layer.new.sandBetween" value="" />
    </div>
    <p class="soft">
      Order 0.5 puts it first. A product of our own begins with the figures of the one that is chosen; change
      them once it is saved.
    </p>
    {#if system.traits.includes('self-priming')}
      <Field label="Why a primer goes under this self-priming paint" name="layer.new.why" maxlength={300} />
    {/if}
  </Group>
  <Group legend="Prep" column>
    {#each system.prep as p (p.key)}
      <div class="fields line">
        <Tick class="line" name="prep.{p.key}.keep" value="yes" checked><span>{p.act}</span></Tick>
        <NumberField
          label="Minutes a {p.on === 'kitchen' ? 'm²' : 'piece'}"
          name="prep.{p.key}.minutes"
          value={p.minutesPerPiece.value}
        />
        <Field label="Then wait" width="short" name="prep.{p.key}.dry" value={writeWait(p.dry.value)} />
      </div>
    {/each}
    {#if addable.length}
      <Choice label="Add a step" name="added">
        <Option value="" text="none" />
        {#each addable as p (p.key)}<Option value={p.key} text={p.act} />{/each}
      </Choice>
    {/if}
  </Group>
  <div><Button type="submit">Save as version {system.version + 1}</Button></div>
</form>
<div class="reset">
  <AskFirst
    words="Back to the shipped figures"
    ask="Go back to the shipped figures of {system.name}? Your own stay in the list of versions; jobs that were planned with them keep them."
    sure="Go back to them"
    action="?/reset"
  />
</div>

<style>
  .line {
    padding: 4px 0;
  }
  .line span {
    min-width: 160px;
  }
  .reset {
    margin-top: 8px;
  }
</style>
