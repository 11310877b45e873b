<!-- The versions of an offer, the newest first. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import type { OfferPage } from '$server/services/offer/offer-page';

  interface Props {
    versions: OfferPage['versions'];
    shown: number;
    address: string;
    zone: string;
  }
  let { versions, shown, address, zone }: Props = $props();
</script>

<nav class="card" aria-label="Versions">
  <h2>Versions</h2>
  <ul>
    {#each versions as v (v.version)}
      <li>
        <a
          class="tool"
          href="{address}?version={v.version}"
          aria-current={v.version === shown ? 'page' : undefined}>Version {v.version}</a
        >
        <span class="soft"
          >{sayTime(v.madeAt, zone)}{v.by ? `, ${v.by}` : ''}{v.accepted
            ? `, accepted by ${v.accepted.name}`
            : ''}</span
        >
      </li>
    {/each}
  </ul>
</nav>

<style>
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 10px;
    align-items: center;
  }
</style>
