<script lang="ts">
  import type { NotationError } from '$core/kitchen/notation';

  let {
    value = $bindable(),
    name,
    label,
    errors,
  }: { value: string; name: string; label: string; errors: NotationError[] } = $props();
  let area: HTMLTextAreaElement | undefined = $state();
  let scroll = $state(0);

  const lines = $derived(value.split('\n'));
  const byLine = $derived(new Map(errors.map((e) => [e.line, e])));

  function goTo(error: NotationError) {
    if (!area) return;
    const start = lines.slice(0, error.line - 1).reduce((n, line) => n + line.length + 1, 0);
    area.focus();
    area.setSelectionRange(start + error.from, start + error.to);
  }
</script>

<div>
  <label for="lines" class="bx--label">{label}</label>
  <div class="editor">
    <div class="marks" aria-hidden="true">
      <div style="transform: translateY({-scroll}px)">
        {#each lines as line, i (i)}
          {@const error = byLine.get(i + 1)}
          <div class:faulty={error}>
            {#if error}{line.slice(0, error.from)}<mark>{line.slice(error.from, error.to) || ' '}</mark
              >{line.slice(error.to)}{:else}{line}{/if}&nbsp;
          </div>
        {/each}
      </div>
    </div>
    <textarea
      id="lines"
      {name}
      bind:value
      bind:this={area}
      spellcheck="false"
      autocapitalize="off"
      wrap="off"
      rows={Math.max(12, Math.min(24, lines.length + 1))}
      aria-describedby="faults"
      aria-invalid={errors.length > 0}
      onscroll={() => (scroll = area?.scrollTop ?? 0)}></textarea>
  </div>
  <ul id="faults" aria-live="polite">
    {#each errors as error (error.line)}
      <li>
        <button type="button" onclick={() => goTo(error)}>Line {error.line}</button> <b>{error.message}.</b>
        {error.hint}.
      </li>
    {/each}
  </ul>
</div>

<style>
  .editor {
    position: relative;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  .marks,
  textarea {
    font: 500 15px/24px var(--mono);
    padding: 10px 12px;
    margin: 0;
    white-space: pre;
    tab-size: 2;
  }
  .marks {
    position: absolute;
    inset: 0;
    overflow: hidden;
    color: transparent;
    pointer-events: none;
  }
  .marks .faulty {
    background: #f7e3df;
    margin: 0 -12px;
    padding: 0 12px;
  }
  mark {
    background: none;
    color: transparent;
    border-bottom: 3px solid var(--bad);
  }
  textarea {
    position: relative;
    display: block;
    width: 100%;
    border: 0;
    background: transparent;
    color: var(--ink);
    resize: vertical;
  }
  ul {
    list-style: none;
    padding: 0;
    margin: 6px 0 0;
  }
  li {
    padding: 2px 0;
    color: var(--ink);
  }
  li b {
    color: var(--bad);
  }
  button {
    min-height: 32px;
    border: 1px solid var(--bad);
    background: var(--card);
    color: var(--bad);
    font: inherit;
    border-radius: 3px;
    margin-right: 4px;
  }
</style>
