<script lang="ts">
  /** A label as it comes out, QR code and all. */
  import { create } from 'qrcode';
  import type { Label } from '$core/labels/label-set';
  import { layoutLabel } from '$core/labels/layout';

  interface Props {
    label: Label;
    again?: number;
    /** mm */
    w?: number;
    h?: number;
    /** pixels per mm */
    scale?: number;
    lost?: boolean;
  }
  let { label, again = 0, w = 57, h = 32, scale = 4, lost = false }: Props = $props();
  const parts = $derived(layoutLabel(label, w, h, again));

  function path(data: string, x: number, y: number, size: number): string {
    const { modules } = create(data, { errorCorrectionLevel: 'M' });
    const step = size / modules.size;
    let d = '';
    for (let r = 0; r < modules.size; r++)
      for (let c = 0; c < modules.size; c++)
        if (modules.get(r, c)) d += `M${x + c * step} ${y + r * step}h${step}v${step}h${-step}z`;
    return d;
  }
  const points = (list: [number, number][]) => list.map((p) => p.join(',')).join(' ');
</script>

<svg
  width={w * scale}
  height={h * scale}
  viewBox="0 0 {w} {h}"
  role="img"
  aria-label="Label {label.code}, {label.lines.join(', ')}{lost ? ', lost' : ''}"
>
  <rect width={w} height={h} fill="#fff" stroke="#8b867a" stroke-width="0.3" rx="1" />
  {#each parts as part, i (i)}
    {#if part.part === 'text'}
      <text
        x={part.x}
        y={part.y + part.size * 1.025}
        font-size={part.size}
        font-family={part.mono ? 'var(--mono)' : 'IBM Plex Sans, sans-serif'}
        font-weight={part.mono ? 600 : 400}
        text-decoration={part.underline ? 'underline' : undefined}>{part.text}</text
      >
    {:else if part.part === 'shape'}
      <polygon points={points(part.points)} />
    {:else if part.part === 'outline'}
      <polygon points={points(part.points)} fill="none" stroke="#000" stroke-width="0.25" />
    {:else if part.part === 'disc'}
      <circle
        cx={part.x}
        cy={part.y}
        r={part.filled ? part.r : part.r * 0.8}
        fill={part.filled ? '#000' : 'none'}
        stroke="#000"
        stroke-width={part.filled ? 0 : part.r * 0.4}
      />
    {:else}
      <path d={path(part.data, part.x, part.y, part.size)} />
    {/if}
  {/each}
  {#if lost}
    <rect width={w} height={h} fill="#fff" opacity="0.6" />
    <path
      d="M0 {h} L {w * 0.2} {h * 0.3} L {w * 0.4} {h} L {w * 0.6} {h * 0.2} L {w} {h}"
      fill="none"
      stroke="var(--bad)"
      stroke-width="1"
    />
  {/if}
</svg>
