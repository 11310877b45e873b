<script lang="ts">
  import type { Lattice } from '$core/quality/cross-cut';

  let { lattice, flaked = $bindable() }: { lattice: Lattice; flaked: number[] } = $props();
  const side = $derived(Math.sqrt(lattice));
</script>

<div
  class="grid"
  style:grid-template-columns="repeat({side}, 1fr)"
  class:fine={side > 5}
  role="group"
  aria-label="Squares of the cross-cut"
>
  {#each Array.from({ length: lattice }, (_, i) => i) as i (`${lattice} ${i}`)}
    <label class:off={flaked.includes(i)}>
      <input
        type="checkbox"
        name="flaked"
        value={i}
        bind:group={flaked}
        aria-label="Square {Math.floor(i / side) + 1}, {(i % side) + 1}"
      />
    </label>
  {/each}
</div>

<style>
  .grid {
    display: grid;
    gap: 2px;
    max-width: 240px;
    background: var(--ink);
    border: 2px solid var(--ink);
  }
  .grid.fine {
    max-width: 330px;
  }
  label {
    position: relative;
    aspect-ratio: 1;
    min-height: 44px;
    background: #dccfa9;
    cursor: pointer;
  }
  .fine label {
    min-height: 30px;
  }
  label.off {
    background: repeating-linear-gradient(45deg, #7a5b3a 0 3px, #94734f 3px 6px);
  }
  input {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    margin: 0;
    opacity: 0;
    cursor: pointer;
  }
  label:focus-within {
    outline: 3px solid var(--act);
    outline-offset: 1px;
    z-index: 1;
  }
</style>
