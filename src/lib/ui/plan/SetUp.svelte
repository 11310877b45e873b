<!-- How a job is set up, in short, and where to change it. -->
<script lang="ts">
  let { lines, href }: { lines: readonly string[]; href: string } = $props();
</script>

<div class="card">
  <h2>Set-up</h2>
  {#each lines as line, i (i)}<p>{line}</p>{/each}
  <a class="not-printed tool" {href}>Change the system, the people or the hours</a>
</div>
