<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  let { unit }: { unit: string } = $props();
</script>

<FoldOut words="How to write it">
  <dl>
    <dt>wall North</dt>
    <dd>
      starts a wall; everything below is on it, left to right. <b>island Front</b> begins a side of an island,
      <b>room Pantry</b> another room
    </dd>
    <dt>upper 30 : pair</dt>
    <dd>
      a hung cabinet 30 {unit} wide with two doors; <b>base</b> is under the counter, <b>tall</b> from floor to
      top
    </dd>
    <dt>upper 30x18x13 : door R</dt>
    <dd>18 {unit} high, 13 {unit} deep; the door is hinged right</dd>
    <dt>base 24 : drawer / door L</dt>
    <dd>a drawer over a door; “/” goes down a row</dd>
    <dt>base 18 : 3x drawer</dt>
    <dd>a stack of three</dd>
    <dt>base 36 : false @6 / pair</dt>
    <dd>the first row measured: 6 {unit} high</dd>
    <dt>door, glass, drawer, false, panel, pullout, valance</dt>
    <dd>the fronts there are; <b>pair</b> is two doors</dd>
    <dt>open shelves · appliance stove · gap</dt>
    <dd>instead of fronts: an open cabinet, a machine, nothing at all</dd>
    <dt>base 42 corner L blind 24 : door R</dt>
    <dd>its left end runs into the corner, 24 {unit} of it hidden</dd>
    <dt>… + end R + 2 shelf</dt>
    <dd>the right side shows and is coated; two loose shelves are coated too</dd>
    <dt>frameless · framed</dt>
    <dd>alone on a line: how what follows is built; after a size: how that cabinet is</dd>
    <dt>crown 3 1/2 · light 1 1/2 · toe 4 · toe none</dt>
    <dd>mouldings of the wall above, and its toe kick</dd>
    <dt>30, 14 3/8, 76 cm, 762 mm</dt>
    <dd>lengths; bare numbers are in {unit}, or as a line <b>unit cm</b> says</dd>
    <dt># words</dt>
    <dd>a note to yourself</dd>
  </dl>
</FoldOut>

<style>
  dl {
    display: grid;
    gap: 2px;
    margin: 0;
  }
  dt {
    font: 500 14px/1.5 var(--mono);
  }
  dd {
    margin: 0 0 6px 12px;
    color: var(--soft);
  }
</style>
