<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import AskFirst from './AskFirst.svelte';
  import { sayTime } from '$core/units/clock-time';

  interface Props {
    photos: { id: string; note: string; addedAt: number; code: string | null }[];
    /** pieces a photo can be of; without them it is of the one that is shown */
    pieces?: { id: string; code: string }[];
    refused?: string;
    zone: string;
  }
  let { photos, pieces = [], refused, zone }: Props = $props();
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
{#if refused}<p class="bad" role="alert">{refused}</p>{/if}
<form
  class="stack"
  method="post"
  action="?/photo"
  enctype="multipart/form-data"
  use:enhance={() => {
    sending = true;
    return async ({ update }) => {
      await update();
      sending = false;
    };
  }}
>
  <label class="labelled"
    >JPEG, PNG or WebP, up to 15 MB<input
      type="file"
      name="photo"
      accept="image/jpeg,image/png,image/webp"
      required
    /></label
  >
  <div class="row">
    {#if pieces.length}
      <label class="labelled"
        >Of<select class="field" name="piece">
          <option value="">the kitchen</option>
          {#each pieces as p (p.id)}<option value={p.id}>{p.code}</option>{/each}
        </select></label
      >
    {/if}
    <label class="labelled">What it shows<input class="field" name="note" maxlength="500" /></label>
  </div>
  <div>
    <Button type="submit" kind="tertiary" disabled={sending}
      >{sending ? 'Reading it …' : 'Keep the photo'}</Button
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
  input[type='file'] {
    min-height: 44px;
    max-width: 100%;
  }
</style>
