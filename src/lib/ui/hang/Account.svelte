<!-- What is not home, not fitted or left over, by name, until nothing is. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import type { HangAccount } from '$core/bench/view/hanging';
  import { FITTING_WORDS } from '$core/bench/state/fittings';
  import Button from '$ui/kit/Button.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import Codes from '../labels/Codes.svelte';

  interface Props {
    account: HangAccount;
    codes: ReadonlyMap<string, string>;
    zone: string;
  }
  let { account, codes, zone }: Props = $props();
  const named = (ids: readonly string[]): string[] => ids.map((id) => codes.get(id) ?? '?');
  const parts = $derived(
    (['bumpers', 'felt', 'bag'] as const).filter((part) => account.lacking[part].length > 0),
  );
  const done = $derived(
    account.home === account.total &&
      parts.length === 0 &&
      account.handles.now.length + account.handles.later.length === 0 &&
      account.lost.length === 0 &&
      account.siteLeft === 0,
  );
</script>

<section class="card" aria-label="Still open">
  <h2>{done ? 'Nothing is left' : 'Still open'}</h2>
  {#if account.siteLeft}
    <p class="warn">
      The fixed work is not done: {account.siteLeft}
      {account.siteLeft === 1 ? 'step' : 'steps'}. It keeps the hand-over open.
    </p>
  {/if}
  {#if account.notHung.length}
    <p><b>Not hung</b>, {account.notHung.length}:</p>
    <ul>
      {#each account.notHung.slice(0, 12) as p (p.id)}
        <li>
          <a href="?opening={p.id}"><span class="mono">{p.code}</span></a> <span class="soft">{p.place}</span>
        </li>
      {/each}
    </ul>
    {#if account.notHung.length > 12}<p class="soft">and {account.notHung.length - 12} more</p>{/if}
  {/if}
  {#each account.lost as p (p.id)}
    <p class="warn">
      ▲ <span class="mono">{p.code}</span> is missing: {p.note || 'nobody said where it was last'}
    </p>
  {/each}
  {#each parts as part (part)}
    <div class="part">
      <p><b>{FITTING_WORDS[part].due}</b>: <Codes codes={named(account.lacking[part])} /></p>
      <FactForm kind="piece.fitted" fields={{ piece: account.lacking[part], part }}>
        {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
            >{FITTING_WORDS[part].done}: all {account.lacking[part].length}</Button
          >{/snippet}
      </FactForm>
    </div>
  {/each}
  {#if account.handles.now.length}
    <div class="part">
      <p><b>Handles</b> may go on: <Codes codes={named(account.handles.now)} /></p>
      <FactForm kind="piece.fitted" fields={{ piece: account.handles.now, part: 'handle' }}>
        {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
            >Handles on: all {account.handles.now.length}</Button
          >{/snippet}
      </FactForm>
    </div>
  {/if}
  {#if account.handles.from !== null}
    <p>
      <b>Second visit</b>, from <b>{sayTime(account.handles.from, zone)}</b>: handles on
      <Codes codes={named(account.handles.later)} />. Before that the film takes their print.
    </p>
  {/if}
</section>

<style>
  ul {
    margin: 0 0 8px;
    padding-left: 0;
    list-style: none;
    display: flex;
    flex-wrap: wrap;
    gap: 0 18px;
  }
  li a {
    display: inline-block;
    min-height: 44px;
    line-height: 44px;
    font-size: 17px;
    font-weight: 600;
  }
  .part {
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
</style>
