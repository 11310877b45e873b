<!-- Says that a new plan is being made, why and for how long; the page is loaded again when it is there. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { refresh } from './refresh';
  import { SvelteURLSearchParams } from 'svelte/reactivity';
  import type { Planning } from '$server/services/plan/open-planned';

  interface Props {
    list: readonly Planning[];
  }
  let { list }: Props = $props();

  /** Looked at so soon, ms, and then more seldom. */
  const FIRST = 300;
  const LAST = 3000;
  const jobs = $derived(list.map((p) => p.job).join(' '));
  /** what is there in a blink need not be told */
  const BLINK = 700;
  let seconds = $state(0);
  let late = $state(false);
  const none = $derived(list.some((p) => p.why === 'there is none yet'));
  const words = $derived(
    list.length === 1
      ? `${list[0]?.why === 'there is none yet' ? 'The plan is being made' : `A new plan is being made, because ${list[0]?.why ?? ''}`}.`
      : `New plans are being made for ${list.map((p) => p.name).join(', ')}.`,
  );

  $effect(() => {
    late = false;
    seconds = 0;
    if (!jobs) return;
    const ids = jobs.split(' ');
    const begun = untrack(() => Date.now() - Math.max(0, ...list.map((p) => p.waited)));
    const tell = setTimeout(() => (late = true), BLINK);
    let pace = FIRST;
    let timer: ReturnType<typeof setTimeout>;
    const count = setInterval(() => (seconds = Math.round((Date.now() - begun) / 1000)), 1000);
    const look = async (): Promise<void> => {
      const asked = new SvelteURLSearchParams(ids.map((id) => ['job', id]));
      const answer = await fetch(`/api/plans?${asked}`).catch(() => null);
      const still = answer?.ok ? ((await answer.json()) as { planning: Planning[] }).planning : null;
      if (still && still.length < ids.length) {
        await refresh();
        return;
      }
      pace = Math.min(LAST, pace * 1.5);
      timer = setTimeout(() => void look(), pace);
    };
    timer = setTimeout(() => void look(), pace);
    return () => {
      clearTimeout(tell);
      clearTimeout(timer);
      clearInterval(count);
    };
  });
</script>

<p class="under-way" class:shown={list.length > 0 && (late || none)}>
  <span aria-live="polite">{list.length > 0 && (late || none) ? words : ''}</span>
  <span class="soft" aria-hidden="true">{seconds > 0 ? `${seconds} s` : ''}</span>
</p>

<style>
  /* It lies over the page, so that nothing moves under a finger while it comes and goes. */
  .under-way {
    display: none;
    position: fixed;
    top: 54px;
    right: 8px;
    z-index: 12;
    max-width: min(420px, calc(100vw - 16px));
    margin: 0;
    padding: 8px 12px;
    background: var(--card);
    border: 1px solid var(--line-strong);
    border-left: 4px solid var(--wet);
    pointer-events: none;
  }
  .under-way.shown {
    display: block;
  }
</style>
