<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import FileField from '$ui/kit/FileField.svelte';

  let { form } = $props();
</script>

<form class="page stack" method="post" enctype="multipart/form-data">
  <h1>Import a job</h1>
  <p>
    A job that was exported as JSON, here or on another machine. It is imported whole or not at all. What it
    holds is described by <a href="/schemas/anthem-job-1.json">the schema</a>.
  </p>
  {#if form && 'refused' in form && form.refused}
    <ul class="bad" role="alert">
      {#each form.refused.split('\n') as line, i (i)}<li>{line}</li>{/each}
    </ul>
  {/if}
  <FileField label="File" name="file" accept=".json,application/json" required />
  <div><Button type="submit">Import</Button></div>
</form>

<style>
  .page {
    padding: 18px 20px;
    max-width: 640px;
  }
</style>
