<!-- The coat that was finished last, to be looked at. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { LOOK_WORDS, LOOKS } from '$core/coating/looks';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
</script>

{#each bench.view.toInspect as done (done.id)}
  <section class="card">
    <h2>Inspect: {done.title}</h2>
    <p class="soft">
      Done {bench.near(done.at)}. {done.pieces.length ? 'A flaw? Point at it on its piece.' : ''}
    </p>
    <div class="marks">
      {#each done.pieces as piece (piece.id)}
        <a class="codelink mono" href="/p/{piece.id}" onclick={(e) => bench.open(e, piece.id)}
          ><span class:unsafe={piece.unsafe}>{piece.code}</span></a
        >
      {/each}
    </div>
    <FoldOut words="What was inspected">
      <FactForm kind="coat.inspected" fields={{ work: done.id }}>
        {#snippet children(sending)}
          <div class="stack">
            {#each LOOKS as look (look)}<Tick name="looked" value={look}>{LOOK_WORDS[look]}</Tick>{/each}
            <Choice label="Sheen" name="sheen">
              <Option value="like the sample" /><Option value="duller" /><Option value="glossier" /><Option
                value="not compared"
              />
            </Choice>
            <Choice label="Colour" name="colour">
              <Option value="like the sample" /><Option value="off" /><Option value="not compared" />
            </Choice>
            <Field name="note" label="Note" maxlength={500} />
            <Button type="submit" kind="tertiary" disabled={sending}>Inspected</Button>
          </div>
        {/snippet}
      </FactForm>
    </FoldOut>
  </section>
{/each}

<style>
  .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin: 8px 0;
    align-items: end;
  }
  .codelink {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 44px;
    min-height: 44px;
    border: 1px solid var(--line-strong);
    color: var(--ink);
    text-decoration: none;
    font-size: 16px;
  }
</style>
