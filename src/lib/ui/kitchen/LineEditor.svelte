<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { complete } from '$core/kitchen/complete';
  import type { NotationError } from '$core/kitchen/notation';

  interface Props {
    value: string;
    ontype: (text: string) => void;
    /** line the caret is on, from 1 */
    oncaret?: (line: number) => void;
    onundo: () => void;
    onredo: () => void;
    name: string;
    label: string;
    errors: NotationError[];
    /** line that stands out, from 1 */
    marked?: number | null;
  }
  let { value, ontype, oncaret, onundo, onredo, name, label, errors, marked = null }: Props = $props();
  let area: HTMLTextAreaElement | undefined = $state();
  let scroll = $state({ top: 0, left: 0 });
  let caret = $state(0);
  let open = $state(false);
  let choice = $state(0);

  const LINE = 24;
  const CHARACTER = 9.01;
  const lines = $derived(value.split('\n'));
  const byLine = $derived(new Map(errors.map((e) => [e.line, e])));
  const before = $derived(value.slice(0, caret));
  const row = $derived(before.split('\n').length - 1);
  const column = $derived(before.length - before.lastIndexOf('\n') - 1);
  const offer = $derived(
    open ? complete(before.slice(before.lastIndexOf('\n') + 1)) : { from: 0, options: [] },
  );
  const shown = $derived(offer.options.length > 0);

  function goTo(error: NotationError) {
    if (!area) return;
    const start = lines.slice(0, error.line - 1).reduce((n, line) => n + line.length + 1, 0);
    area.focus();
    area.setSelectionRange(start + error.from, start + error.to);
  }
  function moved() {
    caret = area?.selectionStart ?? 0;
    oncaret?.(value.slice(0, caret).split('\n').length);
  }
  function typed(event: Event & { currentTarget: HTMLTextAreaElement }) {
    const { value: next, selectionStart } = event.currentTarget;
    caret = selectionStart;
    open = true;
    choice = 0;
    oncaret?.(next.slice(0, caret).split('\n').length);
  }
  function take(index: number) {
    const option = offer.options[index];
    if (!option || !area) return;
    const start = caret - (column - offer.from);
    ontype(value.slice(0, start) + option.text + value.slice(caret));
    open = false;
    const end = start + option.text.length;
    const field = area;
    queueMicrotask(() => {
      field.focus();
      field.setSelectionRange(end, end);
      caret = end;
    });
  }
  function key(event: KeyboardEvent) {
    const control = event.ctrlKey || event.metaKey;
    const letter = event.key.toLowerCase();
    if (control && (letter === 'z' || letter === 'y')) {
      event.preventDefault();
      if (letter === 'y' || event.shiftKey) onredo();
      else onundo();
      open = false;
    } else if (shown && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault();
      const n = offer.options.length;
      choice = (choice + (event.key === 'ArrowDown' ? 1 : n - 1)) % n;
    } else if (shown && event.key === 'Tab' && !event.shiftKey) {
      event.preventDefault();
      take(choice);
    } else if (shown && event.key === 'Escape') {
      event.stopPropagation();
      open = false;
    } else if (control && event.key === ' ') {
      event.preventDefault();
      open = true;
    }
  }
</script>

<div>
  <label for="lines" class="bx--label">{label}</label>
  <div class="editor">
    <div class="marks" aria-hidden="true">
      <div style="transform: translate({-scroll.left}px, {-scroll.top}px)">
        {#each lines as line, i (i)}
          {@const error = byLine.get(i + 1)}
          <div class:faulty={error} class:marked={marked === i + 1}>
            {#if error}{line.slice(0, error.from)}<mark>{line.slice(error.from, error.to) || ' '}</mark
              >{line.slice(error.to)}{:else}{line}{/if}&nbsp;
          </div>
        {/each}
      </div>
    </div>
    <textarea
      id="lines"
      {name}
      bind:value={() => value, ontype}
      bind:this={area}
      spellcheck="false"
      autocapitalize="off"
      autocomplete="off"
      wrap="off"
      rows={Math.max(12, Math.min(22, lines.length + 1))}
      aria-describedby="faults"
      aria-invalid={errors.length > 0}
      aria-controls="completions"
      aria-activedescendant={shown ? `completion-${choice}` : undefined}
      oninput={typed}
      onkeydown={key}
      onkeyup={moved}
      onclick={moved}
      onblur={() => (open = false)}
      onscroll={() => (scroll = { top: area?.scrollTop ?? 0, left: area?.scrollLeft ?? 0 })}></textarea>
    <ul
      id="completions"
      role="listbox"
      aria-label="Suggestions; Tab accepts one"
      hidden={!shown}
      style="top: {(row + 1) * LINE + 12 - scroll.top}px; left: {Math.min(
        150,
        12 + offer.from * CHARACTER - scroll.left,
      )}px"
    >
      {#each offer.options as option, i (i)}
        <!-- The keyboard takes them from the field itself. -->
        <!-- svelte-ignore a11y_click_events_have_key_events -->
        <li
          id="completion-{i}"
          role="option"
          aria-selected={i === choice}
          onpointerdown={(e) => e.preventDefault()}
          onclick={() => take(i)}
        >
          <b class="mono">{option.text}</b> <span class="soft">{option.about}</span>
        </li>
      {/each}
    </ul>
  </div>
  <ul id="faults" aria-live="polite">
    {#each errors as error, i (i)}
      <li>
        <Button kind="tool" onclick={() => goTo(error)}>Line {error.line}</Button> <b>{error.message}.</b>
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
  .marks .marked {
    background: var(--act-soft);
    margin: 0 -12px;
    padding: 0 12px;
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
  #completions {
    position: absolute;
    z-index: 6;
    list-style: none;
    margin: 0;
    padding: 2px 0;
    min-width: 220px;
    background: var(--card);
    border: 1px solid var(--line-strong);
    box-shadow: 0 3px 10px rgb(0 0 0 / 15%);
  }
  #completions li {
    padding: 6px 10px;
    cursor: pointer;
  }
  #completions li[aria-selected='true'] {
    background: var(--act-soft);
  }
  #faults {
    list-style: none;
    padding: 0;
    margin: 6px 0 0;
  }
  #faults li {
    padding: 2px 0;
    color: var(--ink);
  }
  #faults li b {
    color: var(--bad);
  }
</style>
