<script lang="ts">
  let { unit }: { unit: string } = $props();
</script>

<details>
  <summary>How to write it</summary>
  <dl>
    <dt>wall North</dt>
    <dd>begins a wall; everything below stands on it, left to right</dd>
    <dt>upper 30 : pair</dt>
    <dd>
      a hung cabinet 30 {unit} wide with two doors; <b>base</b> stands under the counter, <b>tall</b> from floor
      to top
    </dd>
    <dt>upper 30x18 : open hood</dt>
    <dd>18 {unit} high, nothing to coat</dd>
    <dt>base 24 : drawer / door L</dt>
    <dd>a drawer over a door hinged left; “/” goes down a row</dd>
    <dt>base 18 : 3x drawer</dt>
    <dd>a stack of three</dd>
    <dt>base 36 : false @6 / pair</dt>
    <dd>the first row measured: 6 {unit} high</dd>
    <dt>door, glass, drawer, false, panel</dt>
    <dd>the fronts there are; <b>pair</b> is two doors</dd>
    <dt>30, 14 3/8, 76 cm, 762 mm</dt>
    <dd>lengths; bare numbers are in {unit}, or as a line <b>unit cm</b> says</dd>
    <dt># words</dt>
    <dd>a note to yourself</dd>
  </dl>
</details>

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
