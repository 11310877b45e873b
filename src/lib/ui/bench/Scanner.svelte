<script lang="ts">
  import Notice from '$ui/kit/Notice.svelte';
  /** Reads QR codes through the camera. */
  import { onMount } from 'svelte';

  let { found }: { found: (text: string) => void } = $props();
  let video: HTMLVideoElement | undefined = $state();
  let trouble = $state('');
  /** Side of the picture that is searched, pixels; enough for a label at arm's length. */
  const SIDE = 640;
  /** The same code is said once in so long, ms. */
  const AGAIN = 3000;

  onMount(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let ended = false;
    let last = { text: '', at: -Infinity };

    async function begin() {
      if (!navigator.mediaDevices?.getUserMedia) {
        trouble = 'This browser gives no camera here. Type the code in the field above.';
        return;
      }
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      } catch {
        trouble = 'The camera may not be used. Allow it in the browser, or type the code in the field above.';
        return;
      }
      const reader = await import('jsqr').catch(() => null);
      if (!reader) trouble = 'The reader is not on this device yet. Type the code in the field above.';
      if (!reader || ended || !video) {
        stream.getTracks().forEach((t) => t.stop());
        return;
      }
      video.srcObject = stream;
      await video.play().catch(() => undefined);
      const canvas = document.createElement('canvas');
      const context = canvas.getContext('2d', { willReadFrequently: true });
      const look = () => {
        if (ended || !video || !context) return;
        const { videoWidth: w, videoHeight: h } = video;
        if (w > 0) {
          const scale = Math.min(1, SIDE / Math.min(w, h));
          canvas.width = Math.round(w * scale);
          canvas.height = Math.round(h * scale);
          context.drawImage(video, 0, 0, canvas.width, canvas.height);
          const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
          const text = reader.default(data, canvas.width, canvas.height)?.data;
          const now = performance.now();
          if (text && (text !== last.text || now - last.at > AGAIN)) {
            last = { text, at: now };
            found(text);
          }
        }
        timer = setTimeout(look, 120);
      };
      look();
    }
    void begin();
    return () => {
      ended = true;
      clearTimeout(timer);
      stream?.getTracks().forEach((t) => t.stop());
    };
  });
</script>

{#if trouble}
  <Notice>{trouble}</Notice>
{:else}
  <video bind:this={video} playsinline muted aria-label="Camera"></video>
  <p class="soft">Hold the label so that its square code fills about a third of the picture.</p>
{/if}

<style>
  video {
    width: 100%;
    max-height: 60vh;
    background: var(--ink);
    object-fit: cover;
  }
</style>
