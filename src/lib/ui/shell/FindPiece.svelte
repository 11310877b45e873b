<!-- Finds a piece of the job by its code: on the page where it can, else on the page of the piece. -->
<script lang="ts">
  import Field from '../kit/Field.svelte';
  import { FINDER, findOnPage } from './finder';

  let { job }: { job: string } = $props();
  let code = $state('');
  let field: HTMLInputElement | null = $state(null);
</script>

<form
  action="/jobs/{job}/find"
  role="search"
  onsubmit={(event) => {
    if (!findOnPage(code)) return;
    event.preventDefault();
    code = '';
    field?.blur();
  }}
>
  <Field
    label="Find a piece by its code"
    hideLabel
    id={FINDER}
    name="code"
    bind:text={code}
    bind:ref={field}
    placeholder="/  find a piece"
    autocomplete="off"
    autocapitalize="characters"
  />
</form>

<style>
  form {
    width: 170px;
    min-width: 0;
  }
  form :global(.bx--text-input) {
    border-radius: 22px;
    background: var(--paper);
  }
  @media (max-width: 800px) {
    form {
      width: 110px;
    }
    form :global(.bx--text-input) {
      padding: 0 9px;
    }
    form :global(.bx--text-input)::placeholder {
      font-size: 13px;
    }
  }
</style>
