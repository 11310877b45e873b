/** Our letters, fetched when a page has nothing better to do, so that the next one is set in them. */
import { readSmall, writeSmall } from '../device/store';

const KEY = 'anthem-fonts';
const FACES = [
  '400 14px "IBM Plex Sans"',
  '500 14px "IBM Plex Sans"',
  '600 14px "IBM Plex Sans"',
  '500 14px "IBM Plex Mono"',
  '600 14px "IBM Plex Mono"',
  '400 14px "IBM Plex Sans Condensed"',
];
/** After so long a page that was opened has what it needs, ms. */
const LATER = 8000;

interface Connection {
  saveData?: boolean;
  effectiveType?: string;
}

/** @returns stops waiting for it */
export function fetchFonts(): () => void {
  if (readSmall(KEY)) return () => undefined;
  const fetchAll = async () => {
    const had = await Promise.all(FACES.map((face) => document.fonts.load(face)));
    if (had.every((faces) => faces.length)) writeSmall(KEY, 'yes');
  };
  const worker = navigator.serviceWorker as ServiceWorkerContainer | undefined;
  // Where the application is kept on the device, the letters are kept with it.
  void worker?.ready.then(fetchAll).catch(() => undefined);
  const { saveData, effectiveType } = (navigator as { connection?: Connection }).connection ?? {};
  const isSlow = saveData === true || (effectiveType !== undefined && effectiveType !== '4g');
  const timer =
    worker || isSlow ? undefined : setTimeout(() => void fetchAll().catch(() => undefined), LATER);
  return () => clearTimeout(timer);
}
