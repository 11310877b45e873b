<!-- The record of all looks: exported, imported, and what was imported removed again. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import Button from '$ui/kit/Button.svelte';
  import FileField from '$ui/kit/FileField.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { many } from './say-lasting';

  let {
    imported,
    form,
  }: { imported: number; form: { refused?: string | null; saved?: string | null } | null } = $props();
</script>

<section class="card" aria-label="The record">
  <h2>The record</h2>
  <p class="row">
    <a class="tool" href="/lasting/record.csv">CSV</a>
    <a class="tool" href="/lasting/record.json">JSON</a>
    <a class="tool" href="/lasting/record.csv?names=yes">CSV with names</a>
    <a class="tool" href="/lasting/recall">Recall a can, a day, a rule</a>
  </p>
  <form class="stack" method="post" action="?/import" enctype="multipart/form-data" use:enhance>
    <FileField label="A record to import, JSON" name="file" accept=".json,application/json" required />
    <div><Button type="submit" kind="tertiary">Import</Button></div>
  </form>
  {#if form?.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form?.saved}<Notice kind="ok">{form.saved}</Notice>{/if}
  {#if imported}
    <form method="post" action="?/forget" use:enhance>
      <p>
        {many(imported, 'kitchen is', 'kitchens are')} imported and {imported === 1 ? 'counts' : 'count'} here.
      </p>
      <Button type="submit" kind="danger-tertiary">Remove what was imported</Button>
    </form>
  {/if}
  <p class="soft">
    Every look at every piece; what each field means stands in the JSON. Names of jobs are left out unless
    asked for.
  </p>
</section>
