<script lang="ts">
  /** A piece on the elevation that shows one thing noted about it, in colour, number and sign. */
  import { troubles, type Condition } from '$core/kitchen/condition';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import type { ZoneView } from '$server/services/job/elevations';
  import type { Overlay } from './elevation-view';
  import ZoneSign from './ZoneSign.svelte';

  interface Props {
    x: number;
    y: number;
    w: number;
    h: number;
    code: string;
    overlay: Exclude<Overlay, 'state'>;
    condition: Condition;
    zone: ZoneView | undefined;
  }
  let { x, y, w, h, code, overlay, condition, zone }: Props = $props();
  const GREASE = ['var(--card)', '#f1dfb4', '#d9a94e', '#a86a14'];
  const bad = $derived(troubles(condition));
  const fill = $derived(
    overlay === 'zone'
      ? (zone?.hex ?? 'var(--card)')
      : overlay === 'grease'
        ? GREASE[condition.grease]
        : bad.length
          ? '#eccac3'
          : 'var(--card)',
  );
  const size = $derived(Math.min(14, h * 0.5, (w * 0.9) / (Math.max(1, code.length) * 0.62)));
  const says = $derived(
    overlay === 'grease'
      ? condition.grease
        ? '●'.repeat(condition.grease)
        : ''
      : overlay === 'condition'
        ? bad.map((b) => b[0]?.toUpperCase()).join('')
        : '',
  );
  const below = $derived(h > size * 2.6 && says !== '');
</script>

<rect {x} {y} width={w} height={h} {fill} stroke="var(--ink)" stroke-width="1" />
{#if overlay === 'zone' && zone && h > 20 && w > 20}
  <ZoneSign sign={zone.sign} x={x + 3} y={y + 3} size={Math.min(11, w * 0.3, h * 0.3)} />
{/if}
<rect
  x={x + w / 2 - code.length * size * 0.31 - 3}
  y={y + h / 2 - size * 0.62 - (below ? size * 0.6 : 0)}
  width={code.length * size * 0.62 + 6}
  height={size * 1.24}
  fill="var(--card)"
  opacity="0.92"
/>
<text
  x={x + w / 2}
  y={y + h / 2 + size * 0.36 - (below ? size * 0.6 : 0)}
  text-anchor="middle"
  font-family="var(--mono)"
  font-weight="600"
  font-size={size}
  fill="var(--ink)"
  text-decoration={isTurnUnsafe(code) ? 'underline' : undefined}>{code}</text
>
{#if below}
  <text
    x={x + w / 2}
    y={y + h / 2 + size * 1.3}
    text-anchor="middle"
    font-size={Math.min(12, size)}
    fill="var(--ink)">{says}</text
  >
{/if}
