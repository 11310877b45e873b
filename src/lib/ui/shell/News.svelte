<!-- Learns within seconds that others recorded something: told by the server, and asked for where nothing is told. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { z } from 'zod';
  import { oneStream } from './one-stream';
  import { refresh } from './refresh';

  interface Props {
    /** the job that is in sight; null on pages of all jobs */
    job: string | null;
    /** the one in hand */
    device: string;
  }
  let { job, device }: Props = $props();

  /** Where nothing is told, it is asked so often, ms. */
  const PACE = 10_000;
  /** What comes at once is loaded at once, ms. */
  const TOGETHER = 300;
  const newsSchema = z.object({
    /** a mark that is another one whenever anything was recorded */
    mark: z.string(),
    /** jobs that something was recorded of, and by which devices */
    jobs: z.array(z.object({ job: z.string(), devices: z.array(z.string()) })),
  });

  onMount(() => {
    let mark = '';
    let soon: ReturnType<typeof setTimeout> | undefined;
    let asking: ReturnType<typeof setInterval> | undefined;
    const hear = (text: unknown) => {
      const news = newsSchema.safeParse(text).data;
      if (!news) return;
      const isFirst = mark === '';
      mark = news.mark;
      const wanted = news.jobs.some(
        (n) => (n.job === job || page.url.pathname === '/') && n.devices.some((d) => d !== device),
      );
      if (isFirst || !wanted) return;
      clearTimeout(soon);
      soon = setTimeout(() => void refresh(), TOGETHER);
    };
    const ask = async () => {
      if (!navigator.onLine || document.hidden) return;
      const answer = await fetch(`/api/news?since=${encodeURIComponent(mark)}`, {
        signal: AbortSignal.timeout(PACE),
      }).catch(() => null);
      if (answer?.ok) hear(await answer.json().catch(() => null));
    };
    const leave = oneStream('anthem-news', '/api/news/stream', {
      onopen: () => {
        clearInterval(asking);
        asking = undefined;
        // What came while nothing was told.
        if (mark) void ask();
      },
      onlost: () => (asking ??= setInterval(() => void ask(), PACE)),
      onmessage: (data) => hear(JSON.parse(data)),
    });
    // A page that another one tells learns by itself where things stand.
    void ask();
    return () => {
      leave();
      clearInterval(asking);
      clearTimeout(soon);
    };
  });
</script>
