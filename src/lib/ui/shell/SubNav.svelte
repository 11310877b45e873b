<script lang="ts">
  import { page } from '$app/state';

  let { links, label }: { links: { href: string; title: string }[]; label: string } = $props();
</script>

<nav aria-label={label} class="not-printed">
  {#each links as { href, title } (href)}
    <a {href} aria-current={page.url.pathname === href ? 'page' : undefined}>{title}</a>
  {/each}
</nav>

<style>
  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 4px;
    margin-bottom: 12px;
    border-bottom: 1px solid var(--line);
  }
  a {
    display: flex;
    align-items: center;
    min-height: 44px;
    padding: 0 12px;
    color: var(--act);
    text-decoration: none;
    border-bottom: 3px solid transparent;
  }
  a[aria-current] {
    color: var(--ink);
    font-weight: 600;
    border-color: var(--act);
  }
</style>
