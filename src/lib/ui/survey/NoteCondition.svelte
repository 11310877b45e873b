<!-- What is noted of the chosen pieces: their zone, wood, old finish and troubles, and what is coated. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import {
    FACES_TO_COAT,
    HANDLES,
    HINGE_KINDS,
    hingesOf,
    OLD_FINISHES,
    PROFILES,
    WOODS,
  } from '$core/kitchen/condition';
  import { canHinge, FRONT_FORMS, SIDES } from '$core/kitchen/kitchen';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { pieces as count } from '$ui/words';
  import ZoneSign from '$ui/kitchen/ZoneSign.svelte';
  import type { SurveyPiece, SurveyZone } from './survey-piece';

  interface Props {
    /** the pieces that are chosen */
    list: readonly SurveyPiece[];
    zones: readonly SurveyZone[];
    refused: string;
  }
  let { list, zones, refused }: Props = $props();
  let sending = $state(false);
  const send = () => {
    sending = true;
    return async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      sending = false;
    };
  };
  /** The value all chosen pieces share, or nothing. */
  const shared = <T,>(of: (p: SurveyPiece) => T): T | '' => {
    const values = new Set(list.map(of));
    return values.size === 1 ? ([...values][0] ?? '') : '';
  };
  const yes = (value: boolean | '') => (value === '' ? '' : value ? 'yes' : 'no');
  /** fields start anew with other pieces */
  const key = $derived(list.map((p) => p.id).join());
</script>

{#snippet option(name: string, words: string, options: readonly string[], value: string)}
  <Choice label={words} {name} {value}>
    <Option value="" text="as it is" />
    {#each options as o, i (i)}<Option value={o} />{/each}
  </Choice>
{/snippet}

<section class="card" id="note">
  <h2>
    <span role="status">{list.length ? `${count(list.length)} chosen` : 'Choose pieces first'}</span>
  </h2>
  {#if refused}<Notice>{refused}</Notice>{/if}
  <form class="stack" method="post" action="?/paint" use:enhance={send}>
    {#each list as p (p.id)}<Hidden name="piece" value={p.id} />{/each}
    <div class="row">
      {#each zones as zone (zone.id)}
        <Button
          kind="tool"
          type="submit"
          class="zone"
          name="zone"
          value={zone.id}
          disabled={sending || list.length === 0}
        >
          <span class="paint" style="background: {zone.hex}"></span>
          <svg width="14" height="14" aria-hidden="true"><ZoneSign sign={zone.sign} size={13} /></svg>
          Into {zone.letter}
          {zone.name}
        </Button>
      {/each}
    </div>
  </form>
  {#if list.length}
    <p class="soft codes-line mono">
      {#each list.slice(0, 24) as p (p.id)}<span class:unsafe={isTurnUnsafe(p.code)}>{p.code}</span
        >{' '}{/each}{list.length > 24 ? `and ${list.length - 24} more` : ''}
    </p>
    {#key key}
      <form class="stack" method="post" action="?/note" use:enhance={send}>
        {#each list as p (p.id)}<Hidden name="piece" value={p.id} />{/each}
        <div class="two">
          {@render option(
            'wood',
            'Wood',
            WOODS,
            shared((p) => p.condition.wood),
          )}
          {@render option(
            'oldFinish',
            'Old finish',
            OLD_FINISHES,
            shared((p) => p.condition.oldFinish),
          )}
          {@render option(
            'grease',
            'Grease',
            ['0', '1', '2', '3'],
            String(shared((p) => p.condition.grease)),
          )}
          {@render option('wear', 'Wear', ['0', '1', '2', '3'], String(shared((p) => p.condition.wear)))}
          {@render option('chips', 'Chips', ['yes', 'no'], yes(shared((p) => p.condition.chips)))}
          {@render option('water', 'Water damage', ['yes', 'no'], yes(shared((p) => p.condition.water)))}
          {@render option('glaze', 'Old glaze', ['yes', 'no'], yes(shared((p) => p.condition.glaze)))}
          {@render option('loose', 'Loose paint', ['yes', 'no'], yes(shared((p) => p.condition.loose)))}
          {@render option(
            'fresh',
            'New from the factory',
            ['yes', 'no'],
            yes(shared((p) => p.condition.fresh)),
          )}
          {@render option(
            'profile',
            'Front is',
            PROFILES,
            shared((p) => p.condition.profile ?? ''),
          )}
          {@render option(
            'handles',
            'Handles',
            HANDLES,
            shared((p) => p.condition.handles),
          )}
          {@render option(
            'faces',
            'Faces to coat',
            FACES_TO_COAT,
            shared((p) => p.condition.faces),
          )}
          {@render option('inside', 'Inside too', ['yes', 'no'], yes(shared((p) => p.condition.inside)))}
          {#if list.some((p) => p.form === 'drawer')}
            {@render option('box', 'Drawer box too', ['yes', 'no'], yes(shared((p) => p.condition.box)))}
          {/if}
        </div>
        {#if list.some((p) => canHinge(p.form))}
          <div class="two">
            {@render option(
              'hinges',
              'Hinges on each',
              ['0', '1', '2', '3', '4', '5'],
              String(shared((p) => hingesOf(p, p.condition).count)),
            )}
            {@render option(
              'hingeKind',
              'Hinges are',
              HINGE_KINDS,
              shared((p) => hingesOf(p, p.condition).kind),
            )}
            {@render option(
              'bagged',
              'Come off, bagged',
              ['yes', 'no'],
              yes(shared((p) => hingesOf(p, p.condition).bagged)),
            )}
          </div>
        {/if}
        <Field label="Note" name="note" maxlength={500} value={shared((p) => p.condition.note)} />
        <Hidden name="setNote" value={list.length === 1 ? 'yes' : ''} />
        {#if list.length > 1}
          <Tick name="setNote" value="yes">write this note on all</Tick>
        {/if}
        <div><Button type="submit" disabled={sending}>Note it on {count(list.length)}</Button></div>
      </form>
    {/key}
    {#if list.some((p) => p.form !== 'shelf')}
      {#key key}
        <form class="fields reform" method="post" action="?/form" use:enhance={send}>
          {#each list as p (p.id)}<Hidden name="piece" value={p.id} />{/each}
          {@render option(
            'form',
            'Form',
            FRONT_FORMS,
            shared((p) => p.form),
          )}
          {@render option('hinge', 'Hinge side', SIDES, shared((p) => p.hinge) ?? '')}
          <Button kind="tool" type="submit" disabled={sending}>Change the drawing</Button>
        </form>
      {/key}
    {/if}
  {/if}
</section>

<style>
  .reform {
    align-items: end;
    margin-top: 10px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  #note {
    scroll-margin-top: 8px;
  }
  .paint {
    width: 22px;
    height: 22px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    flex: none;
  }
  .codes-line {
    font-weight: 500;
    word-spacing: 0.3em;
  }
</style>
