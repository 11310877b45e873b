<script lang="ts">
  import '$ui/theme/controls.css';
  import '@fontsource/ibm-plex-sans/latin-400.css';
  import '@fontsource/ibm-plex-sans/latin-500.css';
  import '@fontsource/ibm-plex-sans/latin-600.css';
  import '@fontsource/ibm-plex-mono/latin-500.css';
  import '@fontsource/ibm-plex-mono/latin-600.css';
  import '@fontsource/ibm-plex-sans-condensed/latin-400.css';
  import '$ui/theme/theme.css';
  import { onMount } from 'svelte';
  import { afterNavigate } from '$app/navigation';
  import { page } from '$app/state';
  import { keepAhead } from '$ui/device/given';
  import { fetchFonts } from '$ui/theme/fonts';
  import { focusFinder } from '$ui/shell/finder';
  import FindPiece from '$ui/shell/FindPiece.svelte';
  import { isFree, openPanel, readSingleKeys, singleKeys } from '$ui/shell/keys.svelte';
  import KeyHelp from '$ui/shell/KeyHelp.svelte';
  import Part from '$ui/shell/Part.svelte';
  import Patterns from '$ui/shell/Patterns.svelte';
  import PlanUnderWay from '$ui/shell/PlanUnderWay.svelte';
  import type { Planning } from '$server/services/plan/open-planned';
  import News from '$ui/shell/News.svelte';
  import Unsent from '$ui/shell/Unsent.svelte';
  import { formatTemperature } from '$core/units/measures';

  let { data, children } = $props();
  let help = $state(false);
  /** without signal a link asks the device for the whole page it keeps */
  let away = $state(false);

  const job = $derived(page.params.job ?? page.data.jobId);
  const air = $derived(
    page.data.air as { celsius: number; humidity: number; marginK: number } | null | undefined,
  );
  const places = [
    { href: '/', title: 'Today' },
    { href: '/jobs', title: 'Jobs' },
    { href: '/calendar', title: 'Calendar' },
    { href: '/systems', title: 'Systems' },
    { href: '/lasting', title: 'Lasting' },
    { href: '/air', title: 'Air' },
    { href: '/settings', title: 'Settings' },
  ];
  const here = (href: string) =>
    href === '/'
      ? page.url.pathname === '/'
      : page.url.pathname.startsWith(href) || (href === '/air' && page.url.pathname === '/drying');

  /** Keys that press the button that names them. */
  const PRESSING = ['s', 'd', 'g', 'n'];
  /** Single keys, by the sign they write, so that keyboards where it needs Shift have it, too. */
  function key(event: KeyboardEvent) {
    if (!singleKeys.on || event.ctrlKey || event.metaKey || event.altKey) return;
    if (help && event.key === '?') help = false;
    // Behind an open panel nothing is pressed, nor while a button or a field has the focus.
    if (!isFree(event.target) || openPanel()) return;
    if (event.key === '?') help = true;
    else if (event.key === '/' && focusFinder()) event.preventDefault();
    else if (PRESSING.includes(event.key) && !event.repeat) {
      const button = document.querySelector<HTMLElement>(`[data-key="${event.key}"]:not([disabled])`);
      if (!button) return;
      event.preventDefault();
      pressing = setTimeout(() => button.click(), HAND);
    }
  }
  /** A scanner that types sends its next key sooner than a hand can: then the first one was no key of ours either. */
  const HAND = 60;
  let pressing: ReturnType<typeof setTimeout> | undefined;
  // Plan and survey are kept as they are on the server, also where a link within the application led to them.
  afterNavigate(({ type, to }) => {
    if (type !== 'enter' && to && /^\/jobs\/[^/]+\/(plan|survey)$/.test(to.url.pathname))
      navigator.serviceWorker?.controller?.postMessage({ keep: to.url.pathname });
  });
  onMount(fetchFonts);
  // Today is needed in a house, too, whichever page was opened.
  onMount(() => {
    const timer = setTimeout(() => void keepAhead('/api/today'), 5000);
    return () => clearTimeout(timer);
  });
  $effect(() => {
    readSingleKeys();
    // From here on the page answers to keys and pointers.
    document.documentElement.dataset.ready = 'yes';
  });
</script>

<svelte:window
  onkeydowncapture={() => clearTimeout(pressing)}
  onkeydown={key}
  ononline={() => (away = false)}
  onoffline={() => (away = true)}
/>
<svelte:head><title>{page.data.title ? `${page.data.title} · Anthem` : 'Anthem'}</title></svelte:head>
<Patterns />
<a class="skip" href="#main">Skip to the page</a>
<header class="top">
  <a class="word" href="/">Anthem</a>
  <nav aria-label="Main">
    {#each places as place (place.href)}
      <a
        href={place.href}
        class:on={here(place.href)}
        class:settings={['/settings', '/systems', '/air', '/lasting'].includes(place.href)}
        aria-current={here(place.href) ? 'page' : undefined}>{place.title}</a
      >
    {/each}
  </nav>
  <span class="gap"></span>
  {#if job}
    <FindPiece {job} />
  {/if}
  {#if air}
    <span class="chip"
      ><b>{formatTemperature(air.celsius, data.measures)}</b> · {Math.round(air.humidity * 100)} % ·
      <span class:low={air.marginK < 3}>dew {air.marginK >= 0 ? '+' : ''}{air.marginK.toFixed(1)} K</span
      ></span
    >
  {/if}
  {#if data.worker}<a class="chip who" href="/settings"
      >{data.worker.name}<span>&nbsp;· {data.worker.role}</span></a
    >{/if}
</header>
<Unsent open={'field' in page.data ? (page.data.jobId ?? null) : null} />
<News job={job ?? null} device={data.device} />
<PlanUnderWay list={(page.data.planning ?? []) as Planning[]} />
<main id="main" tabindex="-1" data-sveltekit-reload={away ? '' : 'off'}>
  <Part name="This page">{@render children()}</Part>
</main>
{#if help}<KeyHelp close={() => (help = false)} />{/if}

<style>
  .skip {
    position: absolute;
    left: -999px;
  }
  .skip:focus {
    left: 8px;
    top: 8px;
    background: var(--card);
    padding: 8px;
    z-index: 20;
  }
  .top {
    display: flex;
    align-items: center;
    height: 52px;
    padding: 0 20px;
    gap: 18px;
    border-bottom: 1px solid var(--line);
    background: var(--card);
  }
  .word {
    font-weight: 600;
    font-size: 17px;
    letter-spacing: 0.02em;
    color: var(--ink);
    text-decoration: none;
  }
  nav {
    display: flex;
    gap: 4px;
    height: 100%;
  }
  nav a {
    color: var(--soft);
    text-decoration: none;
    padding: 0 10px;
    display: flex;
    align-items: center;
    border-bottom: 3px solid transparent;
  }
  nav a.on {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--act);
  }
  .gap {
    flex: 1;
  }
  .chip {
    border: 1px solid var(--line-strong);
    border-radius: 16px;
    padding: 5px 12px;
    background: var(--paper);
    font-size: 13px;
    white-space: nowrap;
    color: var(--ink);
    text-decoration: none;
  }
  .low {
    color: var(--bad);
    font-weight: 600;
  }
  @media (max-width: 800px) {
    .top {
      padding: 0 10px;
      gap: 6px;
    }
    nav a {
      padding: 0 7px;
    }
    .chip:not(.who),
    .who span,
    nav a.settings {
      display: none;
    }
    .who {
      padding: 11px 10px;
    }
  }
  /* Today leads home, too. */
  @media (max-width: 350px) {
    .word {
      display: none;
    }
  }
  @media print {
    .top {
      display: none;
    }
  }
</style>
