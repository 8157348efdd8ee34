import { describe, expect, it } from 'vitest';
import { matches } from './jump';

const place = (name: string, kind: string) => ({ name, kind, go: () => undefined });

describe('jump to', () => {
  const places = [place('Barn Owl', 'rocket'), place('Logbook', 'page'), place('B9', 'motor, Kettle')];
  it('finds by any word of name or kind', () => {
    expect(matches(places, 'kettle b9').map((p) => p.name)).toEqual(['B9']);
    expect(matches(places, 'page').map((p) => p.name)).toEqual(['Logbook']);
  });
  it('puts names that begin with it first', () => {
    expect(matches(places, 'b')[0]?.name).not.toBe('Logbook');
    expect(matches(places, 'zebra')).toEqual([]);
  });

  it('finds a page by what people call it, after those that are called so', () => {
    const go = () => undefined;
    const chute = { name: 'Pip: Recovery', kind: 'rocket', go, also: 'parachute chute' };
    const named = { name: 'Parachutes', kind: 'guide', go };
    const said = { name: 'Pack the parachute', kind: 'guide', go };
    expect(matches([chute, said, named], 'parachute')).toEqual([named, said, chute]);
    expect(matches([chute, named], 'pip chute')).toEqual([chute]);
  });
});
