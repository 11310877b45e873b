<!-- How codes are given to the pieces, and the codes that come of it. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import type { LabelPage } from './label-page';
  import Codes from '$ui/labels/Codes.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { pieces } from '$ui/words';

  interface Props {
    rules: LabelPage['rules'];
    codes: readonly string[];
    /** pieces that keep their code */
    kept: number;
  }
  let { rules, codes, kept }: Props = $props();
  let sending = $state(false);
  const SCHEMES = {
    number: ['Running number', 'one number after the other round the room'],
    zone: ['Zone and number', 'the letter of the colour zone, then a number'],
    cabinet: ['Cabinet and place', 'the number of the cabinet, then a letter'],
  } as const;
  const WAYS = {
    lying: 'lying, one face at a time: the tape label sits on the face that is not coated',
    hung: 'hung, all faces at once: the label moves to the hanger',
    points: 'on points, both faces: the label moves to the slot',
  };
  const send = () => {
    sending = true;
    return async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      sending = false;
    };
  };
</script>

<section class="card">
  <h2>Codes</h2>
  <form class="stack" method="post" action="?/rules" use:enhance={send}>
    <div class="row" role="radiogroup" aria-label="How codes are given">
      {#each Object.entries(SCHEMES) as [key, [name, words]] (key)}
        <Pick class="wide" name="scheme" value={key} checked={rules.scheme === key}
          ><span><b>{name}</b><br /><span class="soft">{words}</span></span></Pick
        >
      {/each}
    </div>
    <Tick class="wide" name="leaveOutUnsafe" value="yes" checked={rules.leaveOutUnsafe}>
      leave out numbers that read as others upside down, rather than underline them</Tick
    >
    <Choice label="Pieces are coated" name="way" value={rules.way}>
      {#each Object.entries(WAYS) as [key, words] (key)}<Option value={key} text={words} />{/each}
    </Choice>
    <div class="row">
      <Button type="submit" kind="tertiary" disabled={sending}>Use these rules</Button>
      <span class="soft"
        >{kept
          ? `${pieces(kept)} ${kept === 1 ? 'has a label and keeps its' : 'have a label and keep their'} code.`
          : 'No label is printed yet.'}</span
      >
    </div>
  </form>
  <p class="codes"><Codes {codes} /></p>
</section>

<style>
  .codes {
    margin-top: 10px;
    max-height: 120px;
    overflow-y: auto;
    line-height: 1.7;
  }
</style>
