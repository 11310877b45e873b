<!-- What a household told, and what was answered. -->
<script lang="ts">
  import { REPORT_WORDS } from './report-words';
  import type { CustomerView } from '$server/services/customer/customer-page';

  let { view }: { view: CustomerView } = $props();
</script>

{#if view.reports.length}
  <section>
    <h2>What you told us</h2>
    {#each view.reports as r (r.id)}
      <article>
        <p>
          <b>{r.when}</b>: {REPORT_WORDS[r.kind]}{r.code ? `, on ${r.code}` : ''}{r.photos
            ? `, ${r.photos} ${r.photos === 1 ? 'photo' : 'photos'}`
            : ''}
        </p>
        {#if r.words}<p>“{r.words}”</p>{/if}
        {#if r.answer}
          <p class="answer">
            <b>Our answer, {r.answeredOn}:</b>
            {r.answer}{#if r.day}<br /><b>{r.closed ? 'Put right' : 'We come on'} {r.day}</b
              >{:else if r.closed}<br /><b>Put right.</b>{/if}
          </p>
        {:else}<p class="soft">We have it, and answer here.</p>{/if}
      </article>
    {/each}
  </section>
{/if}
