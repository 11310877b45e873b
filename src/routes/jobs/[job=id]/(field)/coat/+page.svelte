<!-- The bench: what is under way, ready and drying, on what each painter holds in the hand. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { onMount } from 'svelte';
  import { page as address } from '$app/state';
  import { slotName } from '$core/bench/state/piece-places';
  import { pieceState } from '$core/bench/state/state';
  import { pieceView } from '$core/bench/view/view';
  import { readLabelKey } from '$core/labels/label-set';
  import AirNow from '$ui/bench/AirNow.svelte';
  import AirStops from '$ui/bench/AirStops.svelte';
  import { setBench } from '$ui/bench/bench-page.svelte';
  import CupsAndGun from '$ui/bench/CupsAndGun.svelte';
  import Drying from '$ui/bench/Drying.svelte';
  import AlsoAtWork from '$ui/bench/AlsoAtWork.svelte';
  import JustRecorded from '$ui/bench/JustRecorded.svelte';
  import LookAtCoat from '$ui/bench/LookAtCoat.svelte';
  import ReadyActs from '$ui/bench/ReadyActs.svelte';
  import SimulatedScanner from '$ui/bench/SimulatedScanner.svelte';
  import InTheKitchen from '$ui/bench/InTheKitchen.svelte';
  import StillUp from '$ui/bench/StillUp.svelte';
  import UnderWay from '$ui/bench/UnderWay.svelte';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';
  import { findHere } from '$ui/shell/finder';
  import MarkLegend from '$ui/kitchen/MarkLegend.svelte';
  import Part from '$ui/shell/Part.svelte';
  import PiecePanel from '$ui/bench/piece/PiecePanel.svelte';
  import Rack from '$ui/bench/Rack.svelte';
  import Scanner from '$ui/bench/Scanner.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';
  import Wedge from '$ui/shell/Wedge.svelte';
  import { pieces } from '$ui/words';

  let { data, form } = $props();
  const device = getField();
  const { bench, now } = $derived(device);
  const { pack } = $derived(data.field);
  const stopped = $derived(device.stopped ?? form?.stopped ?? null);
  const page = setBench(
    device,
    () => data,
    (event, piece) => {
      event.preventDefault();
      show(piece);
    },
  );
  const view = $derived(page.view);

  // What only one part of the page shows is made in that part: where it breaks, the others stay.
  const drawWalls = () => markedWalls(data.field.walls, device);
  const lyingPieces = () =>
    [...view.marked.values()].flatMap((piece) => {
      const own = pieceState(bench.state, piece.id);
      return own.down && own.hungIn === null && own.missing === null ? [{ piece, place: own.place }] : [];
    });

  onMount(() => {
    return findHere((code) => {
      const wanted = code.trim().toLowerCase();
      const piece = pack.pieces.find((x) => x.code.toLowerCase() === wanted);
      if (piece) show(piece.id);
      return piece !== undefined;
    });
  });

  // One piece in sight, one in hand.
  let shown: string | null = $state(address.url.searchParams.get('piece'));
  let held: string | null = $state(null);
  let scanned = $state('');
  let rackOpen = $state(false);
  let cameraOpen = $state(false);
  const show = (id: string | null) => {
    shown = id;
    device.stopped = null;
  };
  async function put(piece: string, place: string) {
    // The hand is free for the next one at once.
    if (held === piece) held = null;
    if (await device.keep({ kind: 'piece.placed', pieces: [piece], place }, [['kind', 'piece.placed']]))
      return;
    held ??= piece;
  }
  function found(text: string) {
    const label = readLabelKey(text);
    const piece = label && 'piece' in label ? view.marked.get(label.piece) : undefined;
    if (label?.kind === 'slot') {
      if (held) void put(held, slotName(label.slot));
      else scanned = `Rack slot ${label.slot}. Take a piece in hand first to put it there.`;
    } else if (piece) {
      scanned = `Piece ${piece.code}.`;
      held = piece.id;
      if (!rackOpen) show(piece.id);
    } else scanned = label ? 'This label belongs to another job.' : 'This code is not one of our labels.';
  }
</script>

<Wedge {found} />
{#if !shown}<StoppedNote {stopped} />{/if}
{#if scanned}<Notice kind="note">{scanned}</Notice>{/if}
{#if shown}
  {@const id = shown}
  {#key shown}
    <Part name="The piece">
      {@const panel = pieceView(bench, id, now, device.photos)}
      {#if panel}<PiecePanel
          view={panel}
          {now}
          zone={data.zone}
          measures={data.measures}
          slots={pack.rack.slots}
          {stopped}
          close={() => show(null)}
          photo={device.keepPhoto}
        />{/if}
    </Part>
  {/key}
{/if}
<div class="pair bench">
  <div class="stack acts">
    <AirStops />
    {#if !view.chosen}
      <p>No system is chosen yet. <a href="/jobs/{data.jobId}/plan">Choose one on the plan.</a></p>
    {/if}
    <Part name="Who is at what"><AlsoAtWork /></Part>
    <Part name="What is under way"><UnderWay /></Part>
    <Part name="What is ready"><ReadyActs /></Part>
    <Part name="The coat to look at"><LookAtCoat /></Part>
    <Part name="Cups and gun"><CupsAndGun /></Part>
    <Part name="The kitchen"><InTheKitchen /></Part>
    <Part name="What dries"><Drying /></Part>
    <Part name="What is still up">
      <StillUp />
    </Part>
    <AirNow />
    <section class="card">
      <h2>Just recorded</h2>
      <Part name="What was recorded"><JustRecorded /></Part>
    </section>
  </div>
  <div class="stack walls">
    <MarkLegend hex={data.colour.hex} />
    <Part name="The elevation">
      {@const walls = drawWalls()}
      <Walls {walls} pick={show} />
    </Part>
    <Part name="The rack">
      {@const lying = lyingPieces()}
      {#if pack.rack.slots}
        <FoldOut class="card" id="rack" bind:open={rackOpen}>
          {#snippet head()}<h2>Rack, {pieces(lying.length)} down</h2>{/snippet}
          <Rack
            room={pack.rack}
            {lying}
            {held}
            hold={(id) => (held = id)}
            put={(id, to) => void put(id, to)}
          />
        </FoldOut>
      {/if}
    </Part>
    <FoldOut words="Scan a label with the camera" class="card" bind:open={cameraOpen}>
      {#if cameraOpen}<Scanner {found} />{/if}
    </FoldOut>
    {#if data.demo}
      <SimulatedScanner pieces={pack.pieces} slots={pack.rack.slots} />
    {/if}
  </div>
</div>

<style>
  .bench {
    grid-template-columns: minmax(0, 1fr) 400px;
  }
  .acts {
    order: 2;
  }
  .walls {
    order: 1;
  }
  @media (max-width: 1000px) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
    }
    .acts {
      order: 1;
    }
    .walls {
      order: 2;
    }
    .acts :global(.big .bx--btn) {
      width: 100%;
      max-width: none;
      min-height: 60px;
      font-size: 20px;
      justify-content: center;
      padding: 0;
    }
  }
</style>
