<!-- A camera’s picture or a file, behind a button that a glove can hit. -->
<script lang="ts">
  interface Props {
    words: string;
    name?: string;
    disabled?: boolean;
    taken?: (file: File, input: HTMLInputElement) => void;
  }
  let { words, name, disabled = false, taken }: Props = $props();
  let chosen = $state('');
</script>

<label class:disabled>
  <input
    type="file"
    {name}
    {disabled}
    accept="image/*"
    capture="environment"
    onchange={(event) => {
      const input = event.currentTarget;
      const [file] = input.files ?? [];
      chosen = file?.name ?? '';
      if (file) taken?.(file, input);
    }}
  />
  <span>{words}</span>
  {#if chosen && !taken}<span class="soft">{chosen}</span>{/if}
</label>

<style>
  label {
    display: inline-flex;
    align-items: center;
    gap: 10px;
    min-height: 44px;
    padding: 0 16px;
    border: 1px solid var(--line);
    border-radius: 3px;
    cursor: pointer;
    max-width: 100%;
  }
  label:focus-within {
    outline: 3px solid var(--accent);
  }
  .disabled {
    opacity: 0.6;
    cursor: default;
  }
  input {
    position: absolute;
    opacity: 0;
    width: 1px;
    height: 1px;
  }
</style>
