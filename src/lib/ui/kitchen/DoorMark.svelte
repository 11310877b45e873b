<script lang="ts">
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import type { FaceMark, Mark } from '$core/bench/view/mark';

  interface Props {
    x: number;
    y: number;
    w: number;
    h: number;
    code: string;
    mark: Mark;
    /** the job's paint */
    hex: string;
    /** hinge side, drawn as two ticks */
    hinge?: 'left' | 'right' | null;
    glass?: boolean;
    /** size of the code, 0 for none */
    text?: number;
  }
  let { x, y, w, h, code, mark, hex, hinge = null, glass = false, text = 14 }: Props = $props();

  const fill = (face: FaceMark) => {
    if (face.coats > 0) return { fill: hex, opacity: 0.4 + (0.6 * face.coats) / Math.max(1, face.of) };
    return face.primed ? { fill: 'var(--primer)', opacity: 1 } : { fill: 'var(--card)', opacity: 1 };
  };
  const front = $derived(fill(mark.front));
  const back = $derived(fill(mark.back));
  const notch = $derived(Math.min(14, w * 0.4, h * 0.4));
  const inset = $derived(Math.min(4, w * 0.1, h * 0.15));
  const size = $derived(Math.min(text, h * 0.7, (w * 0.9) / (code.length * 0.62)));
  const plate = $derived({ w: code.length * size * 0.62 + size * 0.5, h: size * 1.25 });
</script>

<g>
  <polygon points="{x},{y} {x + w},{y} {x},{y + h}" fill={front.fill} fill-opacity={front.opacity} />
  <polygon points="{x + w},{y} {x + w},{y + h} {x},{y + h}" fill={back.fill} fill-opacity={back.opacity} />
  {#if mark.state === 'drying'}
    <rect {x} {y} width={w} height={h} fill="url(#wet)" opacity="0.55" />
  {:else if mark.state === 'working'}
    <rect {x} {y} width={w} height={h} fill="url(#work)" />
  {/if}
  <line x1={x} y1={y + h} x2={x + w} y2={y} stroke="var(--ink)" stroke-width="0.7" opacity="0.55" />
  {#if glass}
    <rect
      x={x + w * 0.2}
      y={y + h * 0.12}
      width={w * 0.6}
      height={h * 0.76}
      fill="var(--paper)"
      stroke="var(--line-strong)"
      stroke-width="0.7"
    />
  {/if}
  <rect
    {x}
    {y}
    width={w}
    height={h}
    fill="none"
    stroke="var(--ink)"
    stroke-width={mark.state === 'ready' ? 2.4 : 1}
    stroke-dasharray={mark.state === 'up' ? '4 2' : undefined}
  />
  {#if hinge}
    {@const hx = hinge === 'left' ? x : x + w}
    <line x1={hx} x2={hx} y1={y + h * 0.12} y2={y + h * 0.2} stroke="var(--ink)" stroke-width="4" />
    <line x1={hx} x2={hx} y1={y + h * 0.8} y2={y + h * 0.88} stroke="var(--ink)" stroke-width="4" />
  {/if}
  {#if mark.state === 'home'}
    <rect
      x={x + inset}
      y={y + inset}
      width={w - 2 * inset}
      height={h - 2 * inset}
      fill="none"
      stroke="var(--ink)"
      stroke-width="0.9"
    />
  {:else if mark.state === 'ready'}
    <polygon points="{x + w - notch},{y + h} {x + w},{y + h - notch} {x + w},{y + h}" fill="var(--ready)" />
  {:else if mark.state === 'defect'}
    <polygon points="{x + w - notch * 1.2},{y} {x + w},{y} {x + w},{y + notch * 1.2}" fill="var(--bad)" />
  {/if}
  {#if text > 0 && code}
    <rect
      x={x + w / 2 - plate.w / 2}
      y={y + h / 2 - plate.h / 2}
      width={plate.w}
      height={plate.h}
      fill="var(--card)"
      opacity="0.94"
    />
    <text
      x={x + w / 2}
      y={y + h / 2 + size * 0.36}
      text-anchor="middle"
      font-family="var(--mono)"
      font-weight="600"
      font-size={size}
      fill="var(--ink)"
      text-decoration={isTurnUnsafe(code) ? 'underline' : undefined}>{code}</text
    >
  {/if}
</g>
