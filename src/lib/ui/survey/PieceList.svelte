<!-- Every piece with its size, zone and what is noted of it; ticked ones are chosen. -->
<script lang="ts">
  import { troubles } from '$core/kitchen/condition';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { formatLength, type LengthUnit } from '$core/units/length';
  import Table from '$ui/kit/Table.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import type { SurveyPiece, SurveyZone } from './survey-piece';

  interface Props {
    pieces: readonly SurveyPiece[];
    zones: readonly SurveyZone[];
    unit: LengthUnit;
    chosen: ReadonlySet<string>;
    toggle: (piece: string) => void;
  }
  let { pieces, zones, unit, chosen, toggle }: Props = $props();
</script>

<section class="stack list">
  <h2>Pieces</h2>
  <p class="soft">Underlined numbers read as another number upside down</p>
  <Table label="List of pieces">
    <thead
      ><tr
        ><th><span class="sr-only">Chosen</span></th><th>Code</th><th>Wall</th><th>Piece</th><th>Hinge</th><th
          >Size, {unit}</th
        ><th>Zone</th><th>Noted</th></tr
      ></thead
    >
    <tbody>
      {#each pieces as piece (piece.id)}
        <tr>
          <td
            ><Tick
              checked={chosen.has(piece.id)}
              onchange={() => toggle(piece.id)}
              label="Choose {piece.code}"
            ></Tick></td
          >
          <td class="mono code"
            ><a href="/p/{piece.id}" class:unsafe={isTurnUnsafe(piece.code)}>{piece.code}</a></td
          >
          <td>{piece.wall}</td>
          <td>{FORM_WORDS[piece.form]}</td>
          <td>{piece.hinge ?? ''}</td>
          <td>{formatLength(piece.w, unit)} × {formatLength(piece.h, unit)}</td>
          <td>{zones.find((z) => z.id === piece.zoneId)?.letter}</td>
          <td class="soft"
            >{[
              ...(piece.condition.wood === 'unknown' ? [] : [piece.condition.wood]),
              ...(piece.condition.grease ? [`grease ${piece.condition.grease}`] : []),
              ...troubles(piece.condition),
              ...(piece.condition.note ? [piece.condition.note] : []),
            ].join(', ')}</td
          >
        </tr>
      {/each}
    </tbody>
  </Table>
</section>

<style>
  .list {
    margin-top: 20px;
  }
  .code a {
    font-size: 17px;
    font-weight: 600;
    color: var(--ink);
    text-decoration: none;
    display: inline-block;
    min-width: 44px;
    line-height: 44px;
  }
  .code a.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
</style>
