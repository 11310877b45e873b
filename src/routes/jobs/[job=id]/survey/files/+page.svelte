<script lang="ts">
  import TextBox from '$ui/kit/TextBox.svelte';
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import FileField from '$ui/kit/FileField.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { enhance } from '$app/forms';
  import { pieces } from '$ui/words';

  let { data, form } = $props();
  let sending = $state(false);
  const preview = $derived(form && 'preview' in form ? form.preview : undefined);
  const text = $derived(form && 'text' in form ? form.text : '');
  const asNew = $derived(form && 'asNew' in form ? form.asNew : false);
  const done = $derived(form && 'done' in form ? form.done : undefined);
  const refused = $derived(form && 'refused' in form ? form.refused : undefined);
  const newPieces = $derived(preview?.added.reduce((n, c) => n + c.forms.length, 0) ?? 0);
  const send = () => {
    sending = true;
    return async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      sending = false;
    };
  };
</script>

<div class="pair">
  <div class="stack">
    <section class="card">
      <h2>Import pieces from a table</h2>
      <p>
        CSV with a heading. A row with the code of a piece here changes what is noted about it; any other adds
        a piece and needs wall, form, width and height. You see what will happen first.
      </p>
      {#if refused}<Notice>{refused}</Notice>{/if}
      {#if done}<Notice kind="ok">
          Imported: {pieces(done.added)} new, {pieces(done.changed)} changed.
        </Notice>{/if}
      <form class="stack" method="post" action="?/preview" enctype="multipart/form-data" use:enhance={send}>
        <FileField label="File" name="csv" accept=".csv,.tsv,text/csv,text/plain" />
        <TextBox label="or paste it here" name="text" rows={4} mono spellcheck="false" value={text} />
        <Tick name="asNew" value="yes" checked={asNew}>every row is a new piece</Tick>
        <div><Button type="submit" kind="tertiary" disabled={sending}>Preview</Button></div>
      </form>
    </section>
    {#if preview}
      <section class="card">
        <h2>{preview.rows} rows</h2>
        <form class="stack" method="post" action="?/import" use:enhance={send}>
          <Hidden name="text" value={text} />
          {#if asNew}<Hidden name="asNew" value="yes" />{/if}
          <Table label="The table that is imported">
            <thead>
              <tr
                >{#each preview.heading as cell, i (i)}<th>{cell}</th>{/each}</tr
              >
              <tr>
                {#each preview.mapping as field, i (i)}
                  <th>
                    <Choice label="Column {i + 1} is" hideLabel name="field" value={field ?? ''}>
                      <Option value="" text="leave out" />
                      {#each data.fields as f (f)}<Option value={f} />{/each}
                    </Choice>
                  </th>
                {/each}
              </tr>
            </thead>
            <tbody>
              {#each preview.sample as row, r (r)}
                <tr
                  >{#each preview.heading.keys() as i (i)}<td>{row[i] ?? ''}</td>{/each}</tr
                >
              {/each}
            </tbody>
          </Table>
          {#if preview.faultCount}
            <Notice>
              {preview.faultCount}
              {preview.faultCount === 1 ? 'fault' : 'faults'}. Nothing is imported until all are corrected.
            </Notice>
            <ul class="faults">
              {#each preview.faults as f, i (i)}
                <li><b>Row {f.row}{f.field ? `, ${f.field}` : ''}:</b> {f.message}. {f.hint}.</li>
              {/each}
            </ul>
          {:else}
            <Notice kind="note">
              <b>{pieces(newPieces)}</b> new in {preview.added.length}
              {preview.added.length === 1 ? 'cabinet' : 'cabinets'}, <b>{pieces(preview.changes.length)}</b>
              changed{preview.changes.length
                ? `: ${preview.changes.slice(0, 12).join(' ')}${preview.changes.length > 12 ? ' …' : ''}`
                : ''}.
            </Notice>
          {/if}
          <div class="row">
            <Button type="submit" kind="tertiary" formaction="?/preview" disabled={sending}
              >Preview again</Button
            >
            <Button type="submit" disabled={sending || preview.faultCount > 0}>Import</Button>
          </div>
        </form>
      </section>
    {/if}
  </div>
  <div class="stack">
    <section class="card">
      <h2>Export</h2>
      <p>
        <a href="/jobs/{data.jobId}/pieces.csv" download>Pieces as CSV</a><br /><span class="soft"
          >for a spreadsheet; can be imported again</span
        >
      </p>
      <p>
        <a href="/jobs/{data.jobId}/job.json" download>The whole job as JSON</a><br /><span class="soft"
          >survey, pieces, facts, labels, photos; <a href="/schemas/anthem-job-1.json">its schema</a>. Bring
          one in under
          <a href="/jobs">Jobs</a>.</span
        >
      </p>
      <h2>Walls as SVG</h2>
      <ul class="walls">
        {#each data.walls as wall, i (i)}
          <li>
            <a href="/jobs/{data.jobId}/elevation.svg?wall={encodeURIComponent(wall)}" download="{wall}.svg"
              >{wall}</a
            >
          </li>
        {/each}
      </ul>
    </section>
  </div>
</div>

<style>
  .faults {
    margin: 0;
    padding-left: 18px;
    max-height: 300px;
    overflow-y: auto;
  }
  .walls {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .walls a,
  p > a:first-child {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
</style>
