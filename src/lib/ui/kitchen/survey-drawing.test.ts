import { describe, expect, it } from 'vitest';
import { readNotation } from '$core/kitchen/notation';
import { BARE } from './elevation-view';
import { drawSurvey, type KnownPiece, type SurveyDrawing } from './survey-drawing';
import { textHistory } from './text-history.svelte';

const TEXT = 'wall North\nupper 30 : pair\nbase 18 : drawer + 1 shelf\nwall South\nbase 24 : door L\n';
const kitchen = (text: string) => readNotation(text, 'in').kitchen;
const zone = (letter: string, hex: string) => ({
  id: letter,
  name: letter,
  letter,
  colour: letter,
  hex,
  sheen: 'satin',
  sign: 'disc' as const,
});
const known = (codes: string[]): KnownPiece[] =>
  codes.map((code, i) => ({ id: `p${i}`, code, zoneId: i ? 'A' : 'C' }));
const draw = (text: string, kept: string[] = [], before: SurveyDrawing | null = null) =>
  drawSurvey(
    kitchen(text),
    { kitchen: kitchen(TEXT), pieces: known(['1', '2', '3', '4', '5']), fronts: new Map() },
    new Set(kept),
    [zone('A', '#aaaaaa'), zone('C', '#cccccc')],
    { scheme: 'number', leaveOutUnsafe: false },
    before,
  );

describe('a survey while it is drawn', () => {
  it('knows pieces again, with their code, paint and place', () => {
    const { walls, places } = draw(TEXT.replace('upper 30', 'upper 12 : door R\nupper 30'), ['p0', 'p1']);
    expect(walls[0]?.fronts.map((f) => [f.id, f.code, f.hex])).toEqual([
      ['new 0', '6', '#aaaaaa'],
      ['p0', '1', '#cccccc'],
      ['p1', '2', '#aaaaaa'],
      ['p2', '3', '#aaaaaa'],
      ['p3', '4', '#aaaaaa'],
    ]);
    expect(places.get('p1')).toEqual({ wall: 0, cabinet: 1, front: { row: 0, column: 1 } });
    // A loose shelf is no front that could be split.
    expect(places.get('p3')).toEqual({ wall: 0, cabinet: 2, front: null });
    expect(walls[0]?.fronts[0]?.mark).toBe(BARE);
  });

  it('gives back the walls that did not change, so that they are not drawn again', () => {
    const before = draw(TEXT);
    const after = draw(TEXT.replace('base 24 : door L', 'base 24 : door R'), [], before);
    expect(after.walls[0]).toBe(before.walls[0]);
    expect(after.walls[1]).not.toBe(before.walls[1]);
    expect(draw(TEXT.replace('30 : pair', '31 : pair'), [], before).walls[0]).not.toBe(before.walls[0]);
    expect(draw(`${TEXT}crown 3`, [], before).walls[1]).toBe(before.walls[1]);
  });
});

describe('undo and redo', () => {
  it('takes keys pressed together as one step, and any other change as one of its own', () => {
    const history = textHistory('a');
    history.type('ab', 0);
    history.type('abc', 100);
    history.change('abc!');
    history.change('abc!');
    history.type('abc!?', 200);
    const steps = [];
    while (history.canUndo) {
      history.undo();
      steps.push(history.text);
    }
    expect(steps).toEqual(['abc!', 'abc', 'a']);
    history.undo();
    expect(history.text).toBe('a');
    history.redo();
    history.redo();
    expect(history.text).toBe('abc!');
    history.change('new');
    expect(history.canRedo).toBe(false);
  });
});
