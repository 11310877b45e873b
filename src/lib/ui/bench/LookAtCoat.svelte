<!-- The coat that was finished last, to be looked at. -->
<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { LOOK_WORDS, LOOKS } from '$core/bench/looks';
  import FactForm from '../FactForm.svelte';
  import { getBench } from './bench-page';

  const bench = getBench();
</script>

{#each bench.view.toInspect as done (done.id)}
  <section class="card">
    <h2>Look at it: {done.act}, lot {done.lot}</h2>
    <p class="soft">Done {bench.near(done.at)}. A flaw? Point at it on its piece.</p>
    <div class="marks">
      {#each done.pieces as piece (piece.id)}
        <a class="codelink mono" href="/p/{piece.id}" onclick={(e) => bench.open(e, piece.id)}
          ><span class:unsafe={piece.unsafe}>{piece.code}</span></a
        >
      {/each}
    </div>
    <details>
      <summary>What was looked at</summary>
      <FactForm kind="coat.inspected" fields={{ work: done.id }}>
        {#snippet children(sending)}
          <div class="stack">
            {#each LOOKS as look (look)}<label class="check"
                ><input type="checkbox" name="looked" value={look} /> {LOOK_WORDS[look]}</label
              >{/each}
            <label class="labelled"
              >Sheen<select class="field" name="sheen">
                <option>like the sample</option><option>duller</option><option>glossier</option><option
                  >not held</option
                >
              </select></label
            >
            <label class="labelled"
              >Colour<select class="field" name="colour">
                <option>like the sample</option><option>off</option><option>not held</option>
              </select></label
            >
            <TextInput name="note" labelText="Note" maxlength={500} />
            <Button type="submit" kind="tertiary" disabled={sending}>Looked at</Button>
          </div>
        {/snippet}
      </FactForm>
    </details>
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
