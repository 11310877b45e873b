import { describe, expect, it } from 'vitest';
import { NO_BURST, takeKey } from './wedge';

const PIECE = '01a213a5-d611-7329-bae1-5c5557dbbbf5';
/** Types keys so many ms apart. @returns the labels that came of it, and the keys that were taken from the page */
function type(keys: readonly string[], gap: number) {
  let burst = NO_BURST;
  const labels: string[] = [];
  let eaten = '';
  keys.forEach((key, i) => {
    const taken = takeKey(burst, key, i * gap);
    burst = taken.burst;
    if (taken.label !== null) labels.push(taken.label);
    if (taken.ours) eaten += key;
  });
  return { labels, eaten };
}
const scan = (text: string, gap = 8) => type([...text, 'Enter'], gap);

describe('a scanner that types', () => {
  it.each([PIECE, `opening:${PIECE}`, `bag:${PIECE}:left`, `hanger:${PIECE}`, 'slot:12'])(
    'is heard: %s',
    (text) => expect(scan(text).labels).toEqual([text]),
  );
  it('is heard with Shift between its keys', () =>
    expect(type(['Shift', ...'slot', 'Shift', ':', '7', 'Enter'], 8).labels).toEqual(['slot:7']));
  it('is not heard at the pace of hands, without its end, or for a code of somebody else', () => {
    expect(scan(PIECE, 120).labels).toEqual([]);
    expect(type([...PIECE], 8).labels).toEqual([]);
    expect(scan('4006381333931').labels).toEqual([]);
    expect(scan(`x${PIECE}`).labels).toEqual([]);
  });
  it('takes no key that does not begin a label, however fast', () => {
    expect(scan('it was the wrong lot').eaten).toBe('');
    expect(scan('it was the wrong lot').labels).toEqual([]);
  });
});
