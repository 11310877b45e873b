<!-- How far the planner is while a choice is sent: first lots and turning are settled, then the plan is made. -->
<script lang="ts">
  import Waiting from '$ui/shell/Waiting.svelte';

  let { job }: { job: string } = $props();
  /** share of the ways that are looked at; null before and after */
  let share = $state<number | null>(null);

  /** How often it is asked, ms. */
  const EVERY = 400;

  async function look(): Promise<void> {
    // The answer of the form itself says whether it worked: here nothing is reported.
    const answer = await fetch(`/jobs/${job}/plan/settling`).catch(() => null);
    share = answer?.ok ? (((await answer.json()) as { share: number | null }).share ?? null) : null;
  }

  $effect(() => {
    const timer = setInterval(look, EVERY);
    return () => clearInterval(timer);
  });
</script>

{#if share === null}
  <Waiting words="Planning" />
{:else}
  <Waiting words="Dividing and turning the pieces in every way" />
  <progress value={share} aria-label="Ways looked at"></progress>
{/if}
