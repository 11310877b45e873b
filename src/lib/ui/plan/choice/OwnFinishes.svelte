<!-- What is finished otherwise than the job: a colour zone, slick pieces, the shelves, the insides; and primers under the systems. -->
<script lang="ts">
  import type { OwnFinish } from '$core/planning/job/choice';
  import type { Product, System } from '$core/coating/system';
  import { JOB_TOOLS, TOOL_FACTS } from '$core/coating/tool';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';

  interface Props {
    apart: readonly { key: string; words: string; own: OwnFinish | null }[];
    systems: readonly System[];
    primers: readonly { value: string; words: string; product: Product }[];
    chosen: System | null;
  }
  let { apart, systems, primers, chosen }: Props = $props();

  let named: Record<string, string> = $state({});
  const systemOf = (key: string, own: OwnFinish | null): string => named[key] ?? own?.system.key ?? '';
</script>

{#snippet primer(of: string, system: System | null)}
  {@const added = system?.layers.find((l) => l.added)}
  <div class="fields">
    <Choice label="Primer" name="{of}primer" value={added?.product ?? ''}>
      <Option value="" text="as the system has it" />
      {#if added && !primers.some((p) => p.value === added.product)}
        <Option
          value={added.product}
          text="{system?.products.find((p) => p.key === added.product)?.name}, as chosen"
        />
      {/if}
      {#each primers as p (p.value)}<Option value={p.value} text={p.words} />{/each}
    </Choice>
    <Field
      label="Why, under a self-priming paint"
      name="{of}primerWhy"
      maxlength={300}
      placeholder="such as very dark to light"
      value={added?.why ?? ''}
    />
  </div>
{/snippet}

<div class="own">
  {#if apart.length}
    <Hidden name="finishes" value="yes" />
    {#each apart as { key, words, own } (key)}
      {@const name = systemOf(key, own)}
      {@const kept = own?.system.key === name ? own : null}
      {@const system = kept?.system ?? systems.find((s) => s.key === name)}
      <Group legend="{words}: finished with" column>
        <div class="fields">
          <Choice
            label="System"
            name="finish.{key}.system"
            bind:chosen={() => name, (value) => (named[key] = value)}
          >
            <Option value="" text="as the job is" />
            {#each systems as s (s.key)}<Option value={s.key} text={s.name} />{/each}
          </Choice>
          {#if system}
            <Choice label="Applied by" name="finish.{key}.tool" value={kept?.tool ?? ''}>
              <Option value="" text="as the job is" />
              {#each JOB_TOOLS as t (t)}<Option value={t} text={TOOL_FACTS[t].name} />{/each}
            </Choice>
          {/if}
        </div>
        {#if system}
          {@render primer(`finish.${key}.`, system)}
          {#each system.layers as layer, i (i)}
            <div class="fields line">
              <b>{system.products.find((p) => p.key === layer.product)?.name}</b>
              <NumberField
                label="Backs"
                whole
                min="0"
                max="4"
                name="finish.{key}.{name}.back.{i}"
                value={kept?.counts[i]?.back ?? layer.coats.back}
              />
              <NumberField
                label="Fronts"
                whole
                min="0"
                max="4"
                name="finish.{key}.{name}.front.{i}"
                value={kept?.counts[i]?.front ?? layer.coats.front}
              />
            </div>
          {/each}
        {/if}
      </Group>
    {/each}
  {/if}
  <Group legend="Primer under the system" column>
    {@render primer('', chosen)}
  </Group>
</div>

<style>
  .own {
    display: grid;
    gap: 16px;
    padding: 4px 0 12px;
  }
  .line b {
    min-width: 180px;
    line-height: 44px;
  }
  @media (max-width: 800px) {
    .line b {
      flex-basis: 100%;
      line-height: 1.4;
      padding-top: 6px;
    }
  }
</style>
