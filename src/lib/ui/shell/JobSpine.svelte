<script lang="ts">
  import type { Station } from '$server/services/across/spine';

  let {
    name,
    about,
    stations,
    current,
    manage,
  }: {
    name: string;
    about: string;
    stations: Station[];
    current: string;
    /** address of the page that archives and deletes it */
    manage: string;
  } = $props();
  let nav: HTMLElement | undefined = $state();
  $effect(() => {
    // On a phone the station that is open comes into view.
    const on = nav?.querySelector<HTMLElement>(`[data-station="${current}"]`);
    if (nav && on) nav.scrollLeft = on.offsetLeft - nav.offsetLeft - 40;
  });
</script>

<header>
  <div class="job">
    <h1>{name}</h1>
    <div class="soft">{about} · <a href={manage}>Manage</a></div>
  </div>
  <nav aria-label="Stages of the job" bind:this={nav}>
    {#each stations as station (station.key)}
      <a
        href={station.href}
        data-station={station.key}
        class:done={station.done}
        class:on={station.key === current}
        aria-current={station.key === current ? 'page' : undefined}
      >
        <b>{station.title}</b>
        <span>{station.fact}</span>
      </a>
    {/each}
  </nav>
</header>

<style>
  header {
    display: flex;
    align-items: stretch;
    gap: 20px;
    padding: 10px 20px 0;
  }
  .job {
    max-width: 200px;
    padding-top: 4px;
  }
  nav {
    display: flex;
    flex: 1;
    min-width: 0;
    overflow-x: auto;
  }
  nav a {
    flex: 1 0 auto;
    min-width: 92px;
    padding: 6px 12px 8px;
    border-bottom: 3px solid var(--line);
    color: var(--soft);
    text-decoration: none;
    font-size: 13px;
  }
  nav a b {
    display: block;
    color: var(--ink);
    font-weight: 500;
    font-size: 14px;
  }
  nav a.done {
    border-color: var(--ready);
  }
  nav a.done b::after {
    content: ' ✓';
    color: var(--ready);
  }
  nav a.on {
    border-color: var(--act);
    background: var(--act-soft);
  }
  nav a.on b {
    font-weight: 600;
  }
  @media (max-width: 800px) {
    header {
      display: block;
      padding: 8px 14px 0;
    }
    .job {
      display: flex;
      max-width: none;
      align-items: baseline;
      gap: 10px;
    }
    nav {
      margin: 4px -14px 0;
      padding: 0 14px;
      scrollbar-width: none;
    }
  }
</style>
