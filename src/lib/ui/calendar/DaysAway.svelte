<!-- Who is away when, by hand or from a calendar file. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import { sayTime } from '$core/units/clock-time';
  import type { Absence } from '$server/store/absences';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FileField from '$ui/kit/FileField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Table from '$ui/kit/Table.svelte';

  interface Props {
    absences: readonly Absence[];
    workers: readonly { id: string; name: string }[];
    zone: string;
  }
  let { absences, workers, zone }: Props = $props();
  const names = $derived(new Map(workers.map((w) => [w.id, w.name])));
  const SHOWN = 60;
</script>

<section class="card">
  <h2>Away</h2>
  {#if absences.length}
    <Table label="Days away">
      <thead
        ><tr
          ><th>Who</th><th>From</th><th>Until</th><th>Why</th><th><span class="sr-only">Remove</span></th></tr
        ></thead
      >
      <tbody>
        {#each absences.slice(0, SHOWN) as a (a.id)}
          <tr>
            <td>{a.worker === null ? 'everybody' : names.get(a.worker)}</td>
            <td>{sayTime(a.from, zone)}</td>
            <td>{sayTime(a.to, zone)}</td>
            <td>{a.why}{a.source ? `, from ${a.source}` : ''}</td>
            <td>
              <AskFirst
                words="Remove"
                label="Remove {a.why}, {sayTime(a.from, zone)}"
                ask="Remove {a.why}? Plans use that time again."
                sure="Remove it"
                action="?/forget"
                fields={{ id: a.id }}
              />
            </td>
          </tr>
        {/each}
      </tbody>
    </Table>
    {#if absences.length > SHOWN}<p class="soft">And {absences.length - SHOWN} more.</p>{/if}
  {/if}
  <form method="post" action="?/away" class="fields" use:enhance>
    <Choice label="Who" name="worker"
      ><Option value="" text="everybody" />{#each workers as w (w.id)}<Option
          value={w.id}
          text={w.name}
        />{/each}</Choice
    >
    <DateField label="First day" name="from" required />
    <DateField label="Last day" name="to" />
    <Field label="Why" name="why" required maxlength={80} placeholder="holiday" />
    <Button type="submit" kind="tertiary">Add these days</Button>
  </form>
  <form method="post" action="?/import" enctype="multipart/form-data" class="fields" use:enhance>
    <Choice label="Whose calendar" name="worker"
      ><Option value="" text="everybody: public holidays" />{#each workers as w (w.id)}<Option
          value={w.id}
          text={w.name}
        />{/each}</Choice
    >
    <FileField label="Calendar file" name="file" accept=".ics,text/calendar" required />
    <Button type="submit" kind="tertiary">Import it</Button>
  </form>
  <p class="soft">
    What the file says is busy keeps people off; recurring events too. What overlaps counts once. Up to 1 MB.
    Reading the same file again replaces it.
  </p>
</section>

<style>
  form {
    margin-top: 12px;
  }
</style>
