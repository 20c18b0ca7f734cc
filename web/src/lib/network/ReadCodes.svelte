<!-- Read what another phone shows as codes: by the camera, or from pictures of them. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { decodeQR } from 'qr/decode.js';
  import { Gathering } from './codes';

  let { onread }: { onread: (text: string) => void } = $props();
  const EACH_MS = 120, WIDEST = 720;
  const gathering = new Gathering();
  let video: HTMLVideoElement | undefined = $state();
  let got = $state(0);
  let count = $state(0);
  let missing = $state.raw<number[]>([]);
  let trouble = $state('');
  let camera = $state<'asking' | 'on' | 'none'>('asking');
  let done = false;

  onMount(() => {
    let stream: MediaStream | null = null, timer = 0, gone = false;
    const ask = navigator.mediaDevices?.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1280 } } }) ?? Promise.reject(new Error('no camera here'));
    ask.then(
      (found) => {
        stream = found;
        if (gone) return stop();
        camera = 'on';
        if (video) video.srcObject = found;
        void video?.play();
        timer = window.setInterval(() => void look(), EACH_MS);
      },
      () => (camera = 'none'),
    );
    function stop(): void {
      stream?.getTracks().forEach((track) => track.stop());
    }
    return () => {
      gone = true;
      window.clearInterval(timer);
      stop();
    };
  });

  async function look(): Promise<void> {
    if (video && video.videoWidth) await see(video, video.videoWidth, video.videoHeight);
  }

  async function see(picture: CanvasImageSource, width: number, height: number): Promise<boolean> {
    const smaller = Math.min(1, WIDEST / Math.max(width, height));
    const canvas = new OffscreenCanvas(Math.round(width * smaller), Math.round(height * smaller));
    const drawing = canvas.getContext('2d', { willReadFrequently: true })!;
    drawing.drawImage(picture, 0, 0, canvas.width, canvas.height);
    try {
      if (!gathering.take(decodeQR(drawing.getImageData(0, 0, canvas.width, canvas.height)))) return false;
    } catch {
      return false; // no code in this picture, or a blurred one: the next will do
    }
    [got, count, missing] = [gathering.parts.size, gathering.count, gathering.missing];
    if (gathering.whole && !done) {
      done = true;
      try {
        onread(await gathering.text());
      } catch (error) {
        trouble = (error as Error).message;
        gathering.parts = new Map();
        got = 0;
        done = false;
      }
    }
    return true;
  }

  async function pictures(chosen: FileList | null): Promise<void> {
    let none = 0;
    for (const file of chosen ?? []) {
      const picture = await createImageBitmap(file).catch(() => null);
      if (!picture || !(await see(picture, picture.width, picture.height))) none += 1;
    }
    trouble = none ? `${none} of ${chosen?.length ?? 0} pictures show no code that can be read: nearer, straight, in focus.` : '';
  }
</script>

{#if camera === 'none'}
  <p class="caution">No camera is given to this page. Browsers give it over TLS or on this machine only, and only where you allow it. Pictures of the codes do as well.</p>
{:else}
  <video bind:this={video} playsinline muted aria-label="What the camera sees"></video>
{/if}
<p class="got" role="status">{count ? `${got} of ${count}` : camera === 'asking' ? 'Asking for the camera…' : camera === 'on' ? 'Hold the codes of the other phone into the picture' : 'Nothing read yet'}</p>
{#if count && got < count}<progress max={count} value={got} aria-label="Codes read"></progress>{#if missing.length <= 6}<p>Missing: {missing.join(', ')}.</p>{/if}{/if}
<label class="act">Pictures of the codes<input type="file" accept="image/*" multiple onchange={(e) => void pictures(e.currentTarget.files)} /></label>
{#if trouble}<p class="harm" role="alert">{trouble}</p>{/if}

<style>
  video {
    display: block;
    width: 100%;
    max-height: 60vh;
    background: #000;
  }
  .got {
    font-size: 24px;
    font-weight: 700;
    margin: 8px 0;
  }
  progress {
    width: 100%;
  }
  label {
    position: relative;
  }
  label:has(:focus-visible) {
    outline: 3px solid var(--ink);
    outline-offset: 3px;
  }
  input {
    position: absolute;
    inset: 0;
    opacity: 0;
    cursor: pointer;
  }
</style>
