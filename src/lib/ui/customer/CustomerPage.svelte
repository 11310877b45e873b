<!-- The page of a household: made whole on the server, without scripts. Everything on it works with links and forms alone. -->
<svelte:options css="injected" />

<script lang="ts">
  import CustomerLook from './CustomerLook.svelte';
  import TellUs from './TellUs.svelte';
  import ToldUs from './ToldUs.svelte';
  import Walls from './Walls.svelte';
  import type { CustomerView } from '$server/services/customer/customer-page';

  let { view }: { view: CustomerView } = $props();
  const { page, company } = $derived(view);
</script>

<svelte:head>
  <title>Your kitchen · {company.name || view.name}</title>
  <meta name="viewport" content="width=device-width, initial-scale=1" />
  <meta name="robots" content="noindex, nofollow, noarchive" />
</svelte:head>

<CustomerLook />
<main>
  <header>
    <p class="company">{company.name}{company.town ? `, ${company.town}` : ''}</p>
    <h1>Your kitchen</h1>
    <p class="soft">{view.name}{view.place ? ` · ${view.place}` : ''}</p>
  </header>

  {#if view.sent}<p class="note ok" role="status">
      <b>Thank you, we have it.</b> It is in our list with today’s date. Our answer appears on this page.
    </p>{/if}
  {#if view.error}<p class="note bad" role="alert"><b>Not sent.</b> {view.error}</p>{/if}

  <section>
    <h2>Where it stands</h2>
    <p class="big">{page.headline}</p>
    {#if page.painted}<p>{page.painted}</p>{/if}
    {#if page.cure !== null}<p>The paint is <b>{page.cure} %</b> of the way to fully hard.</p>{/if}
    <p class="soft">Touch a door to see where it is, or to tell us something about it.</p>
    <Walls {view} />
    <p class="soft">Filled: how far its paint is. ✓: home again.</p>
  </section>

  {#if page.dates.length}
    <section>
      <h2>What comes next</h2>
      <ol class="dates">
        {#each page.dates as date, i (i)}
          <li>
            <p class="when">{date.when}</p>
            <p><b>{date.what}</b></p>
            <ul>
              {#each date.todo as todo, n (n)}<li>{todo}</li>{/each}
            </ul>
          </li>
        {/each}
      </ol>
      <p class="soft">As planned today; a date moves when the weather or the work does.</p>
      <p><a class="button" href="{view.path}/calendar.ics">Put the dates in my calendar</a></p>
    </section>
  {/if}

  {#if page.care.length}
    <section>
      <h2>Care, by date</h2>
      <ul class="care">
        {#each page.care as c, i (i)}
          <li class:over={c.over}><b>{c.when}</b><br />{c.words}</li>
        {/each}
      </ul>
      {#if page.cleaners}
        <p><b>Cleans well:</b> {page.cleaners.suits.join(', ')}.</p>
        <p><b>Harms it:</b> {page.cleaners.harms.join(', ')}.</p>
      {/if}
      {#if page.handedOver}<p>
          <a class="button" href="{view.path}/pack.pdf">Everything on paper (PDF)</a>
        </p>{/if}
    </section>
  {/if}

  <TellUs {view} />

  <ToldUs {view} />
  <footer class="soft">
    This page is for your household alone: whoever has its link can read it. It shows no prices.
  </footer>
</main>
