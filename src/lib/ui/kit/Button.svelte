<!-- A button, or a link that looks like one. `tool` is the plain one beside a drawing or in a row of small acts. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import type { Snippet } from 'svelte';
  import type { HTMLAnchorAttributes, HTMLButtonAttributes } from 'svelte/elements';

  interface Props
    extends Omit<HTMLButtonAttributes, 'type'>, Pick<HTMLAnchorAttributes, 'href' | 'download' | 'target'> {
    kind?: 'primary' | 'tertiary' | 'ghost' | 'danger-tertiary' | 'tool';
    type?: 'button' | 'submit';
    children: Snippet;
    ref?: HTMLButtonElement | HTMLAnchorElement | null;
  }
  let {
    kind = 'primary',
    type = 'button',
    class: name = '',
    href,
    children,
    ref = $bindable(null),
    ...rest
  }: Props = $props();
</script>

{#if kind !== 'tool'}
  <Button
    {kind}
    {type}
    href={href ?? undefined}
    class={String(name)}
    bind:ref
    {...rest as Record<string, unknown>}>{@render children()}</Button
  >
{:else if href === undefined}
  <button {type} class={['tool', name]} bind:this={ref} {...rest}>{@render children()}</button>
{:else}
  <a {href} class={['tool', name]} bind:this={ref} {...rest as HTMLAnchorAttributes}>{@render children()}</a>
{/if}
