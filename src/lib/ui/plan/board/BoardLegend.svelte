<!-- What the signs of the board mean; only those that it shows. -->
<script lang="ts">
  interface Props {
    hex: string;
    folded: boolean;
    air: boolean;
    setup: boolean;
    windows: boolean;
  }
  let { hex, folded, air, setup, windows }: Props = $props();
</script>

<span aria-hidden="true" class="key"><i style:background={hex}></i> done</span>
<span aria-hidden="true" class="key"><i class="plan" style:background={hex}></i> planned</span>
<span aria-hidden="true" class="key"><i class="tail"></i> drying, then ready</span>
<span aria-hidden="true" class="key"><i class="shut"></i> closed{folded ? ', folded' : ''}</span>
<span class="soft">B back · F front</span>
{#if air}<span aria-hidden="true" class="key"><i class="line"></i> °, dotted: humidity</span>{/if}
{#if setup}<span aria-hidden="true" class="key"><i class="over"></i> changing over</span>{/if}
{#if windows}<span aria-hidden="true" class="key"><i class="bracket"></i> recoat window</span>{/if}

<style>
  .key {
    display: inline-flex;
    align-items: center;
    gap: 6px;
  }
  i {
    display: inline-block;
    width: 26px;
    height: 14px;
    border: 1px solid var(--ink);
  }
  i.plan {
    border-style: dashed;
  }
  i.tail {
    border: 0;
    border-right: 2px solid var(--ready);
    background: linear-gradient(90deg, #2c6aa880, #2c6aa810);
  }
  i.over {
    background: repeating-linear-gradient(90deg, var(--ink) 0 1.4px, transparent 1.4px 4px);
  }
  i.shut {
    border: 0;
    background: repeating-linear-gradient(135deg, #cfc8b8 0 1px, transparent 1px 5px);
  }
  i.line {
    border: 0;
    border-top: 2px solid var(--warn);
    height: 0;
  }
  i.bracket {
    border: solid var(--warn);
    border-width: 0 1.5px 1.5px;
    height: 6px;
  }
</style>
