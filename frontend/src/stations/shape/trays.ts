import type { Shape } from '../../api/queries';
import { isOuter, type Drawn } from '../../drawing/airframe';

type Row = Shape['ledger']['rows'][number];

export interface Tray {
  outer: Row;
  inside: Row[];
}

/** Parts in the order they stand in the rocket: a tray for each outer part, with what is in or on it from nose to tail. */
export function trays(shape: Shape): Tray[] {
  const drawn = new Map<string, Drawn>(shape.drawn.map((d) => [d.id, d]));
  const outer = shape.drawn.filter(isOuter).sort((a, b) => a.fore_m - b.fore_m);
  const rows = new Map(shape.ledger.rows.map((r) => [r.id, r]));
  const taken = new Set(outer.map((d) => d.id));
  const found: Tray[] = [];
  for (const d of outer) {
    const row = rows.get(d.id);
    if (!row) continue;
    const inside = shape.drawn
      .filter((o) => o.host === d.id)
      .sort((a, b) => a.fore_m - b.fore_m)
      .flatMap((o) => rows.get(o.id) ?? []);
    for (const r of inside) taken.add(r.id);
    found.push({ outer: row, inside });
  }
  // What has no shape of its own (glue, paint, joints) lies in the last tray.
  const loose = shape.ledger.rows.filter(
    (r) => !taken.has(r.id) && !(drawn.get(r.id) && isOuter(drawn.get(r.id)!)),
  );
  found.at(-1)?.inside.push(...loose);
  return found;
}

export interface Kind {
  type: string;
  name: string;
  says: string;
  /** The kind of part it is a make of, where that has another name. */
  of?: string;
}

/** What can be added, in the words of the bench. */
export const kinds: { title: string; kinds: Kind[] }[] = [
  {
    title: 'What the air flows round',
    kinds: [
      { type: 'nose_cone', name: 'Nose cone', says: 'goes to the front' },
      { type: 'body_tube', name: 'Tube', says: 'behind what is touched' },
      { type: 'transition', name: 'Transition or boat tail', says: 'between two widths' },
      { type: 'fin_can', name: 'Printed fin can', says: 'tail in one piece' },
      { type: 'fin_set', name: 'Fins', says: 'three or four, on what is touched' },
      { type: 'tube_fins', name: 'Tube fins', says: 'short tubes round the tail' },
      { type: 'ring_fin', name: 'Ring', says: 'round the tips of fins' },
      { type: 'pods', name: 'Pods', says: 'small bodies beside it, with motors or without' },
      { type: 'wing', name: 'Wing', says: 'two panels, for a glider' },
      { type: 'rudder', name: 'Single fin', says: 'one, standing up' },
      { type: 'canards', name: 'Canards', says: 'small fins ahead of the others' },
      { type: 'strakes', name: 'Strakes', says: 'long low fins' },
      { type: 'launch_lug', name: 'Launch lug', says: 'slides on the rod' },
      { type: 'static_port', name: 'Static ports', says: 'for an altimeter’s bay' },
      { type: 'gas_vent', name: 'Gas vents', says: 'let the motor’s charge out' },
      { type: 'rail_button', name: 'Rail button', says: 'two are needed' },
      { type: 'rail_guide', name: 'Rail guide', says: 'a long shoe in a rail' },
    ],
  },
  {
    title: 'Inside',
    kinds: [
      { type: 'motor_tube', name: 'Motor tube', says: 'one, or a cluster' },
      { type: 'centring_ring', name: 'Centring ring', says: 'touch the motor tube first' },
      { type: 'retainer', name: 'Retainer', says: 'keeps the motor in' },
      { type: 'coupler', name: 'Coupler', says: 'joins two tubes' },
      { type: 'bulkhead', name: 'Bulkhead', says: 'closes a tube' },
      { type: 'baffle', name: 'Baffle', says: 'cools the gas on its way' },
      { type: 'joint', name: 'Joint', says: 'glued, taped, screwed, riveted' },
    ],
  },
  {
    title: 'Recovery and loads',
    kinds: [
      { type: 'canopy', name: 'Canopy or streamer', says: 'lies on the motor tube' },
      { type: 'cord', name: 'Cord', says: 'under the canopy' },
      { type: 'anchor', name: 'Anchor', says: 'by school' },
      { type: 'device', name: 'Altimeter', says: 'records, or fires charges' },
      { type: 'release', name: 'Chute release', says: 'opens the canopy low', of: 'device' },
      { type: 'tracker', name: 'Tracker', says: 'to find it by', of: 'device' },
      { type: 'camera', name: 'Camera', says: 'under a shroud, or inside', of: 'device' },
      { type: 'mass_lump', name: 'A mass', says: 'ballast, payload, a nut' },
      { type: 'allowance', name: 'Glue or paint', says: 'spread over everything' },
      { type: 'display', name: 'Display part', says: 'comes off before flight' },
    ],
  },
];
