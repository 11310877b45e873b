<!-- How full the rack is, below the board, against what it holds. -->
<script lang="ts">
  import type { RackStep } from '$core/job-plan/rack-use';

  interface Props {
    rack: readonly RackStep[];
    slots: number;
    /** px */
    top: number;
    height: number;
    left: number;
    right: number;
    x: (ms: number) => number;
  }
  let { rack, slots, top, height, left, right, x }: Props = $props();
  /** a tenth above the slots there are, so that too many can be seen */
  const most = $derived(Math.max(1, slots * 1.1));
  const y = (n: number) => top + height - (Math.min(n, most) / most) * height;
  const path = $derived.by(() => {
    let out = `M${left},${y(0)}`;
    let level = 0;
    for (const step of rack) {
      out += ` L${x(step.at)},${y(level)} L${x(step.at)},${y(step.level)}`;
      level = step.level;
    }
    return `${out} L${right},${y(level)} L${right},${y(0)} Z`;
  });
</script>

<text x="0" y={top + 12} font-size="13" font-weight="600" fill="var(--ink)">Rack</text>
<text x="0" y={top + 28} font-size="12" fill="var(--soft)">{slots} slots</text>
<path d={path} fill="var(--act)" fill-opacity="0.2" stroke="var(--act)" />
<line x1={left} x2={right + 8} y1={y(slots)} y2={y(slots)} stroke="var(--bad)" stroke-dasharray="4 3" />
