<!-- The visit that comes next: when, which pieces, and why. -->
<script lang="ts">
  import type { VisitPlan } from '$core/bench/view/visit-plan';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { sayDate } from '$core/units/clock-time';

  interface Props {
    plan: VisitPlan;
    chosen: string | null;
    now: number;
    zone: string;
  }
  let { plan, chosen, now, zone }: Props = $props();
  const left = $derived(plan.pieces.filter((p) => !p.looked).length);
  const reasons = $derived([...new Set(plan.pieces.map((p) => p.why))]);
</script>

<section class="card" aria-label="The next visit">
  <h2>
    {plan.visit.from <= now ? 'Visit now' : 'Next visit'}: {sayDate(plan.visit.due, zone)}
    <span class="soft">{sayDate(plan.visit.from, zone)} to {sayDate(plan.visit.to, zone)}</span>
  </h2>
  <p>
    Look at <b>{plan.pieces.length}</b>{left < plan.pieces.length ? `, ${left} left` : ''}. {plan.drawn} are drawn
    at random: if
    {plan.faulty}
    {plan.faulty === 1 ? 'piece of the kitchen fails' : 'pieces of the kitchen fail'}, at least one is among
    them {Math.round(plan.confidence * 100)} times in 100.{#if plan.pieces.length > plan.drawn}{' '}The others
      are at risk.{/if}
  </p>
  {#if plan.risks.length}<p class="soft">Looked at more often, because {plan.risks.join('; ')}.</p>{/if}
  {#each reasons as why (why)}
    <p class="row">
      <span class="why">{why}</span>
      {#each plan.pieces.filter((p) => p.why === why) as piece (piece.id)}
        <a
          class="code mono"
          class:unsafe={isTurnUnsafe(piece.code)}
          class:done={piece.looked}
          class:on={chosen === piece.id}
          href="?piece={piece.id}"
          aria-label="Check piece {piece.code}{piece.looked ? ', looked at' : ''}"
          >{piece.code}{piece.looked ? ' ✓' : ''}</a
        >
      {/each}
    </p>
  {/each}
</section>

<style>
  .why {
    min-width: 110px;
    color: var(--soft);
  }
  .code {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 48px;
    min-height: 44px;
    padding: 0 8px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    color: var(--ink);
    font-size: 16px;
    font-weight: 600;
    text-decoration: none;
  }
  .code.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
  .code.done {
    background: var(--act-soft);
  }
  .code.on {
    outline: 3px solid var(--act);
  }
</style>
