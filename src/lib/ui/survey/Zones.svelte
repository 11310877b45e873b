<!-- The zones of a kitchen: each with its colour and sheen, added, changed and removed. -->
<script lang="ts">
  import { takeFocus } from '$ui/kit/take-focus';
  import { enhance } from '$app/forms';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { pieces as count } from '$ui/words';
  import type { SurveyPiece, SurveyZone } from './survey-piece';

  interface Props {
    zones: readonly SurveyZone[];
    pieces: readonly SurveyPiece[];
    sheens: readonly string[];
  }
  let { zones, pieces, sheens }: Props = $props();
  /** the zone that is changed; an empty one is a new one */
  let editing = $state<string | null>(null);
  let sending = $state(false);
</script>

<section class="card">
  <h2>Zones</h2>
  {#each zones as zone (zone.id)}
    <div class="row zone-row">
      <span class="paint" style="background: {zone.hex}"></span>
      <span class="name"
        ><b class="mono">{zone.letter}</b>
        {zone.name}<br /><span class="soft"
          >{zone.colour}, {zone.sheen} · {count(pieces.filter((p) => p.zoneId === zone.id).length)}</span
        ></span
      >
      <Button
        kind="tool"
        aria-expanded={editing === zone.id}
        onclick={() => (editing = editing === zone.id ? null : zone.id)}>Change</Button
      >
      {#if zones.length > 1 && !pieces.some((p) => p.zoneId === zone.id)}
        <AskFirst
          words="Remove"
          label="Remove zone {zone.name}"
          ask="Remove the zone {zone.name}, {zone.colour}? No piece is in it."
          sure="Remove it"
          action="?/unzone"
          fields={{ id: zone.id }}
        />
      {/if}
    </div>
  {/each}
  <Button kind="tool" aria-expanded={editing === ''} onclick={() => (editing = editing === '' ? null : '')}
    >Add a zone</Button
  >
  {#if editing !== null}
    {@const zone = zones.find((z) => z.id === editing)}
    <form
      class="stack"
      method="post"
      action="?/zone"
      {@attach takeFocus}
      use:enhance={() => {
        sending = true;
        return async ({ update, result }) => {
          await update({ reset: false });
          sending = false;
          if (result.type === 'success') editing = null;
        };
      }}
    >
      <Hidden name="id" value={editing} />
      <div class="two">
        <Field label="Zone" name="name" value={zone?.name ?? ''} required maxlength={60} />
        <Field label="Colour" name="colour" value={zone?.colour ?? ''} required maxlength={60} />
        <Field label="Shown as" type="color" name="hex" value={zone?.hex ?? '#8FA3AD'} />
        <Choice label="Sheen" name="sheen" value={zone?.sheen ?? 'satin'}>
          {#each sheens as s (s)}<Option value={s} />{/each}
        </Choice>
      </div>
      <div><Button type="submit" kind="tertiary" disabled={sending}>Save the zone</Button></div>
    </form>
  {/if}
</section>

<style>
  .paint {
    width: 22px;
    height: 22px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    flex: none;
  }
  .zone-row {
    padding: 6px 0;
    border-top: 1px solid var(--line);
    flex-wrap: nowrap;
  }
  .zone-row .name {
    flex: 1;
  }
</style>
