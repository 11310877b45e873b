<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FileField from '$ui/kit/FileField.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { enhance } from '$app/forms';
  import AskFirst from '../kit/AskFirst.svelte';
  import { sayTime } from '$core/units/clock-time';

  interface Props {
    photos: { id: string; note: string; addedAt: number; code: string | null }[];
    /** pieces a photo can be of; without them it is of the one that is shown */
    pieces?: { id: string; code: string }[];
    refused?: string;
    zone: string;
    /** keeps a photo on the device, to be sent; without it the form posts it */
    keep?: (file: File, note: string) => Promise<void>;
  }
  let { photos, pieces = [], refused, zone, keep }: Props = $props();
  let sending = $state(false);
</script>

{#if photos.length}
  <ul>
    {#each photos as photo (photo.id)}
      <li>
        <a href="/photos/{photo.id}" target="_blank"
          ><img
            src="/photos/{photo.id}?size=small"
            alt={photo.note || (photo.code ? `Piece ${photo.code}` : 'The kitchen')}
            loading="lazy"
          /></a
        >
        <span
          >{#if photo.code}<b class="mono">{photo.code}</b>{/if}
          {photo.note} <span class="soft">{sayTime(photo.addedAt, zone)}</span></span
        >
        <AskFirst
          words="Remove"
          label="Remove the photo {photo.note}"
          ask="Remove this photo? It cannot be brought back."
          sure="Remove it"
          action="?/unphoto"
          fields={{ photo: photo.id }}
        />
      </li>
    {/each}
  </ul>
{/if}
{#if refused}<Notice>{refused}</Notice>{/if}
<form
  class="stack"
  method="post"
  action="?/photo"
  enctype="multipart/form-data"
  use:enhance={({ formData, formElement, cancel }) => {
    sending = true;
    const photo = formData.get('photo');
    if (keep && photo instanceof File) {
      cancel();
      void keep(photo, String(formData.get('note') ?? ''))
        .then(() => formElement.reset())
        .finally(() => (sending = false));
      return;
    }
    return async ({ update }) => {
      await update();
      sending = false;
    };
  }}
>
  <FileField
    label="JPEG, PNG or WebP, up to 15 MB"
    name="photo"
    accept="image/jpeg,image/png,image/webp"
    required
  />
  <div class="row">
    {#if pieces.length}
      <Choice label="Of" name="piece">
        <Option value="" text="the kitchen" />
        {#each pieces as p (p.id)}<Option value={p.id} text={p.code} />{/each}
      </Choice>
    {/if}
    <Field label="What it shows" name="note" maxlength={500} />
  </div>
  <div>
    <Button type="submit" kind="tertiary" disabled={sending}
      >{sending ? 'Reading it …' : 'Save the photo'}</Button
    >
  </div>
  <p class="soft">Place and camera data are left out.</p>
</form>

<style>
  ul {
    list-style: none;
    margin: 0 0 10px;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
    gap: 10px;
  }
  li {
    display: grid;
    gap: 4px;
    align-content: start;
    font-size: 13px;
  }
  img {
    width: 100%;
    aspect-ratio: 4 / 3;
    object-fit: cover;
    display: block;
    border: 1px solid var(--line);
  }
</style>
