<!-- The page of a household: made whole on the server, without scripts. Everything on it works with links and forms alone. -->
<svelte:options css="injected" />

<script lang="ts">
  import { REPORT_MORE, REPORT_WORDS } from './report-words';
  import type { CustomerView } from '$server/services/customer/customer-page';

  let { view }: { view: CustomerView } = $props();
  const { page, company } = $derived(view);
  const stateOf = (id: string) => page.fronts.find((f) => f.id === id);
  const chosen = $derived(view.chosen);
</script>

<svelte:head>
  <title>Your kitchen · {company.name || view.name}</title>
  <meta name="viewport" content="width=device-width, initial-scale=1" />
  <meta name="robots" content="noindex, nofollow, noarchive" />
</svelte:head>

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
    {#each view.walls as wall, i (i)}
      <figure>
        <figcaption>{wall.name}</figcaption>
        <svg
          viewBox="{-20} {-wall.height - 20} {wall.width + 40} {wall.height + 40}"
          style:max-width="{Math.min(720, wall.width / 4)}px"
        >
          {#each wall.boxes as b, n (n)}
            <rect x={b.x} y={-b.y - b.h} width={b.w} height={b.h} class="box" />
          {/each}
          {#each wall.fronts as f (f.id)}
            {@const state = stateOf(f.id)}
            <a
              href="?piece={f.id}#piece"
              aria-label="{state?.name ?? 'piece'} {f.code}: {state?.words ?? ''}"
              class:on={chosen?.id === f.id}
            >
              <rect x={f.x} y={-f.y - f.h} width={f.w} height={f.h} class="front" />
              <rect
                x={f.x}
                y={-f.y - f.h * (state?.share ?? 0)}
                width={f.w}
                height={f.h * (state?.share ?? 0)}
                fill={f.hex}
                stroke="none"
              />
              <rect x={f.x} y={-f.y - f.h} width={f.w} height={f.h} class="edge" />
              {#if state?.words.startsWith('home')}<text
                  x={f.x + f.w / 2}
                  y={-f.y - f.h / 2 + 30}
                  text-anchor="middle">✓</text
                >{/if}
            </a>
          {/each}
        </svg>
      </figure>
    {/each}
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
          src="{view.path}/door.svg?piece={chosen.id}{view.point
            ? `&x=${view.point.x}&y=${view.point.y}`
            : ''}"
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
        >In your own words<textarea name="words" rows="4" maxlength="2000">{view.given.words}</textarea
        ></label
      >
      <label
        >Photos, up to {view.mostPhotos}<input type="file" name="photo" accept="image/*" multiple /></label
      >
      <button type="submit">Send it</button>
    </form>
    {#if company.contact}<p class="soft">Or reach us: {company.contact}.</p>{/if}
  </section>

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
  <footer class="soft">
    This page is for your household alone: whoever has its link can read it. It shows no prices.
  </footer>
</main>

<style>
  :global(html) {
    background: #f4f1ea;
    color: #1e2422;
    font:
      18px/1.5 system-ui,
      sans-serif;
  }
  :global(body) {
    margin: 0;
  }
  main {
    max-width: 760px;
    margin: 0 auto;
    padding: 16px 18px 48px;
  }
  h1 {
    font-size: 32px;
    margin: 0;
  }
  h2 {
    font-size: 22px;
    margin: 0 0 8px;
  }
  p {
    margin: 6px 0;
  }
  .company {
    font-weight: 600;
  }
  .soft {
    color: #59605c;
    font-size: 16px;
  }
  .big {
    font-size: 24px;
    font-weight: 600;
  }
  section {
    background: #fffefa;
    border: 1px solid #d9d4c7;
    border-radius: 4px;
    padding: 16px;
    margin: 16px 0;
  }
  .note {
    border-left: 6px solid;
    background: #fffefa;
    padding: 12px;
  }
  .note.ok {
    border-color: #1f6b3a;
  }
  .note.bad {
    border-color: #a8231b;
  }
  figure {
    margin: 12px 0;
  }
  svg {
    width: 100%;
    height: auto;
    display: block;
  }
  .box {
    fill: none;
    stroke: #b9b3a4;
    stroke-width: 6;
  }
  .front {
    fill: #fff;
  }
  .edge {
    fill: none;
    stroke: #1e2422;
    stroke-width: 6;
  }
  svg a:hover .edge,
  svg a:focus .edge,
  svg a.on .edge {
    stroke: #0b5c55;
    stroke-width: 22;
  }
  svg text {
    font-size: 90px;
    fill: #1f4d2c;
  }
  .dates,
  .care {
    padding: 0;
    list-style: none;
    margin: 0;
  }
  .dates > li,
  .care > li,
  article {
    border-top: 1px solid #d9d4c7;
    padding: 10px 0;
  }
  .when {
    font-size: 20px;
    font-weight: 600;
  }
  .over {
    color: #59605c;
  }
  .button,
  button {
    display: inline-block;
    min-height: 48px;
    line-height: 48px;
    padding: 0 20px;
    background: #0b5c55;
    color: #fff;
    border: 0;
    border-radius: 4px;
    font: inherit;
    font-weight: 600;
    text-decoration: none;
    cursor: pointer;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 12px 0;
  }
  legend,
  label {
    font-weight: 600;
    display: block;
    margin: 8px 0;
  }
  .kind {
    display: flex;
    gap: 12px;
    align-items: center;
    min-height: 56px;
    border: 1px solid #d9d4c7;
    border-radius: 4px;
    padding: 4px 12px;
    font-weight: 400;
  }
  .kind input {
    width: 24px;
    height: 24px;
    flex: none;
  }
  textarea,
  input[type='file'] {
    display: block;
    width: 100%;
    box-sizing: border-box;
    font: inherit;
    font-weight: 400;
    padding: 8px;
    min-height: 48px;
    border: 1px solid #59605c;
    border-radius: 4px;
    background: #fff;
  }
  input[type='image'] {
    border: 1px solid #1e2422;
    max-width: 100%;
    cursor: crosshair;
  }
  .answer {
    border-left: 4px solid #0b5c55;
    padding-left: 12px;
  }
  a:focus-visible,
  button:focus-visible,
  input:focus-visible,
  textarea:focus-visible {
    outline: 3px solid #0b5c55;
    outline-offset: 2px;
  }
</style>
