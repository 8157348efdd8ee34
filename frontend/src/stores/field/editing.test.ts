import { describe, expect, it } from 'vitest';
import { Editing } from './editing.svelte';

describe('drawing a field', () => {
  it('puts corners down, moves, splits and takes them out, and takes every step back', () => {
    const e = new Editing();
    e.square(300);
    expect(e.outline).toHaveLength(4);
    e.split(-1, 0);
    expect(e.outline[1]).toEqual([0, -150]);
    e.takeOut(-1, 3);
    expect(e.outline).toHaveLength(4);
    e.mark();
    e.move(-1, 0, -180.4, -150);
    expect(e.outline[0]).toEqual([-180, -150]);
    for (let i = 0; i < 4; i += 1) e.undo();
    expect(e.outline).toHaveLength(0);
    for (let i = 0; i < 4; i += 1) e.redo();
    expect(e.outline[0]).toEqual([-180, -150]);
  });
  it('draws what was asked for and sends no half-drawn thing', () => {
    const e = new Editing();
    e.put(1, 1);
    expect(e.outline).toHaveLength(0);
    e.add('road');
    e.put(0, 0);
    expect(e.drawn.features).toHaveLength(0);
    e.put(10, 10);
    expect(e.drawn.features).toEqual([
      {
        kind: 'road',
        name: '',
        points: [
          [0, 0],
          [10, 10],
        ],
      },
    ]);
    e.drop(0);
    expect(e.drawing).toBeNull();
    expect(e.drawn.features).toHaveLength(0);
  });
});
