<!-- Records that cannot all be: who said what, and what follows from each answer. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { sayTime } from '$core/units/clock-time';
  import FactForm from '../facts/FactForm.svelte';
  import { getField } from './field-context';

  /** @prop device the one in hand */
  let { zone, device }: { zone: string; device: string } = $props();
  const field = getField();
</script>

{#each field.disagreeing as d (d.key)}
  <div class="card refused" role="alert">
    <h2>{d.sides.length > 1 ? 'Records that disagree' : 'A record that came late'}</h2>
    <p>{d.message}</p>
    <ul>
      {#each d.answers as a, i (i)}
        {@const s = d.sides.find((side) => side.id === a.keep)}
        <li>
          <span
            >{#if s}<span class="mono">{sayTime(s.at, zone)}</span>
              <b>{s.who}</b>, on {s.device === device ? 'this' : 'another'} device: {s.words}{:else}{a.words}{/if}
            {#if a.follows}<span class="soft follows">{a.follows}</span>{/if}</span
          >
          <FactForm
            kind="contradiction.settled"
            fields={{
              of: [...d.of],
              piece: [...d.pieces],
              keep: a.keep ?? '',
              reason:
                a.keep === null
                  ? d.sides.length === 2
                    ? 'Both are right'
                    : 'All are right'
                  : 'This record is right',
            }}
          >
            {#snippet children(sending)}<Button
                type="submit"
                kind={a.keep === null ? 'ghost' : 'tertiary'}
                disabled={sending}
                >{a.keep === null
                  ? d.sides.length === 2
                    ? 'Both are right'
                    : 'All are right'
                  : 'This one is right'}</Button
              >{/snippet}
          </FactForm>
        </li>
      {:else}
        {#each d.sides as s (s.id)}
          <li>
            <span
              ><span class="mono">{sayTime(s.at, zone)}</span> <b>{s.who}</b>, on {s.device === device
                ? 'this'
                : 'another'} device: {s.words}</span
            >
          </li>
        {/each}
        <li>
          <span>It was so</span>
          <FactForm
            kind="contradiction.settled"
            fields={{ of: [...d.of], keep: d.of[0] ?? '', reason: 'It was so' }}
          >
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >It was so</Button
              >{/snippet}
          </FactForm>
        </li>
        <li>
          <span>It did not happen</span>
          <FactForm
            kind="void"
            fields={{ fact: d.of[0] ?? '', reason: 'It came late from another device, and was not so' }}
          >
            {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}
                >Take it back</Button
              >{/snippet}
          </FactForm>
        </li>
      {/each}
    </ul>
  </div>
{/each}

<style>
  .refused {
    border-left: 6px solid var(--bad);
    margin-top: 12px;
  }
  ul {
    list-style: none;
    margin: 8px 0 0;
    padding: 0;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  .follows {
    display: block;
  }
</style>
