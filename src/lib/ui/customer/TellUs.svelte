<!-- What a household tells: where it is, what it is, words and photos. -->
<script lang="ts">
  import { REPORT_MORE, REPORT_WORDS } from './report-words';
  import type { CustomerView } from '$server/services/customer/customer-page';

  let { view }: { view: CustomerView } = $props();
  const { chosen, company } = $derived(view);
</script>

<section id="piece">
  <h2>Something is not right?</h2>
  {#if chosen}
    <p><b>The {chosen.name} {chosen.code}</b>: {chosen.words}.</p>
    <form method="get" action="{view.path}#piece">
      <input type="hidden" name="piece" value={chosen.id} />
      <p id="point">
        Touch the place on the picture{view.point ? ': it is marked, touch again to move it' : ''}.
      </p>
      <input
        type="image"
        name="at"
        src="{view.path}/door.svg?piece={chosen.id}{view.point ? `&x=${view.point.x}&y=${view.point.y}` : ''}"
        alt="The front of {chosen.name} {chosen.code}: touch the place"
        width={chosen.width}
        height={chosen.height}
      />
    </form>
  {:else}
    <p>Touch the door or drawer on the drawing above, or tell us about the whole kitchen here.</p>
  {/if}
  <form method="post" action={view.path} enctype="multipart/form-data">
    <input type="hidden" name="piece" value={chosen?.id ?? ''} />
    <input type="hidden" name="x" value={view.point?.x ?? ''} />
    <input type="hidden" name="y" value={view.point?.y ?? ''} />
    <fieldset>
      <legend>What is it?</legend>
      {#each view.kinds as kind (kind)}
        <label class="kind"
          ><input type="radio" name="kind" value={kind} checked={view.given.kind === kind} required /><span
            ><b>{REPORT_WORDS[kind]}</b><br /><span class="soft">{REPORT_MORE[kind]}</span></span
          ></label
        >
      {/each}
    </fieldset>
    <label
      >In your own words<textarea name="words" rows="4" maxlength="2000">{view.given.words}</textarea></label
    >
    <label>Photos, up to {view.mostPhotos}<input type="file" name="photo" accept="image/*" multiple /></label>
    <button type="submit">Send it</button>
  </form>
  {#if company.contact}<p class="soft">Or reach us: {company.contact}.</p>{/if}
</section>
