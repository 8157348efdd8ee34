import { at } from '../api/format';
import type { Schemas } from '../api/client';

export type Drawn = Schemas['DrawnOut'];
type Line = number[][];

/** A dimension being dragged: the part, its figure, the value it has under the pointer, in metres. */
export interface Drag {
  part: string;
  field: string;
  value: number;
}

/** An SVG path through points in metres, drawn at `scale` per metre; `flip` mirrors it about the axis, `y0` lifts it off. */
export function path(line: Line, scale: number, flip: 1 | -1 = 1, closed = true, y0 = 0): string {
  const points = line.map(([x, y]) => `${at((x ?? 0) * scale)} ${at(-flip * ((y ?? 0) + y0) * scale)}`);
  return points.length ? `M${points.join(' L')}${closed ? ' Z' : ''}` : '';
}

/** A half profile together with its mirror image, as one closed outline. */
export function whole(line: Line, scale: number): string {
  const back = [...line].reverse().map(([x, y]) => [x ?? 0, -(y ?? 0)]);
  return path([...line, ...back], scale);
}

/** A fin's corners as seen from the side when it stands at an angle round the body (0 is up). */
export function turned(line: Line, degrees: number): Line {
  const share = Math.cos((degrees * Math.PI) / 180);
  return line.map(([x, y]) => [x ?? 0, (y ?? 0) * share]);
}

/** One of a part's pieces round the body, seen from the side: a fin as it leans, a tube or a lug where it stands. */
export function piece(d: Drawn, degrees: number): Line {
  const [off] = d.across;
  if (off === undefined) return turned(d.profile, degrees);
  const y0 = off * Math.cos((degrees * Math.PI) / 180);
  const back = [...d.profile].reverse().map(([x, y]) => [x ?? 0, -(y ?? 0)]);
  return [...d.profile, ...back].map(([x, y]) => [x ?? 0, (y ?? 0) + y0]);
}

/** Whether it stands on the skin all round the body, so that some of it lies behind. */
export const isRound = (d: Drawn): boolean => ['fin_set', 'tube_fins', 'pods'].includes(d.type);

/** Whether something at an angle stands on the near side of the body. */
export const near = (degrees: number): boolean => Math.sin((degrees * Math.PI) / 180) > 0.01;

/** How far the drawing reaches from the axis, in metres. */
export function reach(drawn: Drawn[]): number {
  return Math.max(
    0.001,
    ...drawn.flatMap((d) => {
      const out = Math.max(0, ...d.profile.map(([, y]) => y ?? 0));
      return d.type === 'fin_set'
        ? d.angles_deg.map((a) => out * Math.abs(Math.cos((a * Math.PI) / 180)))
        : d.across.length
          ? d.across.map((y) => Math.abs(y) + out)
          : [out];
    }),
  );
}

/** The rearmost point drawn, fins included, in metres. */
export const rear = (drawn: Drawn[]): number =>
  Math.max(0.001, ...drawn.flatMap((d) => d.profile.map(([x]) => x ?? 0)));

/** Whether it is a piece of the body itself: what sits in or on one says in which. */
export const isOuter = (d: Drawn): boolean => d.host === null;

const moved = (d: Drawn, x: (x: number) => number): Drawn => {
  const line = (l: Line) => l.map(([a, b]) => [x(a ?? 0), b ?? 0]);
  return {
    ...d,
    fore_m: x(d.fore_m),
    aft_m: x(d.aft_m),
    profile: line(d.profile),
    bore: line(d.bore),
    stub: line(d.stub),
  };
};

/**
 * The drawing as it looks while one dimension is dragged, before the server has answered: only geometry already known is
 * stretched and shifted.
 */
export function stretched(drawn: Drawn[], drag: Drag | undefined): Drawn[] {
  const part = drawn.find((d) => d.id === drag?.part);
  if (!part || !drag) return drawn;
  if (part.type === 'fin_set') return drawn.map((d) => (d === part ? fin(d, drag) : d));
  if (drag.field === 'length_m' && isOuter(part)) return lengthened(drawn, part, drag.value);
  if (drag.field === 'position_m') {
    const by = drag.value - part.fore_m;
    const carried = new Set([part.id]);
    for (const d of drawn) if (d.parent && carried.has(d.parent)) carried.add(d.id);
    return drawn.map((d) => (carried.has(d.id) ? moved(d, (x) => x + by) : d));
  }
  if (drag.field === 'length_m') {
    const by = drag.value - (part.aft_m - part.fore_m);
    const shift =
      part.edge === 'aft'
        ? (x: number) => (x < (part.fore_m + part.aft_m) / 2 ? x - by : x)
        : (x: number) => (x > (part.fore_m + part.aft_m) / 2 ? x + by : x);
    return drawn.map((d) => (d === part ? moved(d, shift) : d));
  }
  if (drag.field === 'outer_diameter_m') {
    const old = part.sizes['outer_diameter_m'] ?? 0;
    const share = old > 0 ? drag.value / old : 1;
    const wide = (l: Line) => l.map(([x, y]) => [x ?? 0, (y ?? 0) * share]);
    return drawn.map((d) => (d === part ? { ...d, profile: wide(d.profile), bore: wide(d.bore) } : d));
  }
  return drawn;
}

function lengthened(drawn: Drawn[], part: Drawn, value: number): Drawn[] {
  const old = part.aft_m - part.fore_m;
  const by = value - old;
  const own = (x: number) => part.fore_m + ((x - part.fore_m) * value) / old;
  return drawn.map((d) => {
    if (d === part)
      return { ...moved(d, (x) => (x <= part.aft_m ? own(x) : x + by)), aft_m: part.aft_m + by };
    const behind = d.fore_m >= part.aft_m - 1e-9;
    const withTail = d.host === part.id && d.edge === 'aft';
    return behind || withTail ? moved(d, (x) => x + by) : d;
  });
}

function fin(d: Drawn, drag: Drag): Drawn {
  if (drag.field === 'position_m') return moved(d, (x) => x + drag.value - d.fore_m);
  const sizes: Record<string, number> = { ...d.sizes, [drag.field]: drag.value };
  const root = sizes['root_chord_m'] ?? 0;
  const span = sizes['span_m'] ?? 0;
  const sweep = sizes['sweep_m'] ?? 0;
  const foot = d.profile[0]?.[1] ?? 0;
  const fore = d.edge === 'aft' ? d.aft_m - root : d.fore_m;
  if (d.sizes['tip_chord_m'] === undefined) {
    // An ellipse or a free-form fin: stretch what there is.
    const oldSpan = d.sizes['span_m'] ?? span;
    const oldRoot = d.sizes['root_chord_m'] ?? root;
    return {
      ...d,
      sizes,
      profile: d.profile.map(([x, y]) => [
        fore + (((x ?? 0) - d.fore_m) * root) / (oldRoot || 1),
        foot + (((y ?? 0) - foot) * span) / (oldSpan || 1),
      ]),
    };
  }
  const tip = sizes['tip_chord_m'] ?? 0;
  return {
    ...d,
    sizes,
    fore_m: fore,
    aft_m: fore + root,
    profile: [
      [fore, foot],
      [fore + sweep, foot + span],
      [fore + sweep + tip, foot + span],
      [fore + root, foot],
    ],
  };
}

/** A handle on a part: where it stands, which figure it drags, and how a shift of the pointer [m] changes that figure. */
export interface Handle {
  field: string;
  label: string;
  x: number;
  y: number;
  value: number;
  along: number;
  out: number;
}

const isHoop = (d: Drawn): boolean => ['tube_fins', 'ring_fin', 'pods'].includes(d.type);

/** The handles of one part. `along` and `out` are the figure's change per metre of pointer along and off the axis. */
export function handles(d: Drawn): Handle[] {
  if (d.type === 'fin_set') return finHandles(d);
  const seen = d.across.length && d.angles_deg.length ? d.angles_deg.flatMap((a) => piece(d, a)) : d.profile;
  const top =
    Math.max(0, ...seen.map(([, y]) => y ?? 0)) + (d.angles_deg.length ? 0 : Math.max(0, ...d.across, 0));
  const length = d.sizes['length_m'];
  const found: Handle[] = [];
  if (isOuter(d) && length !== undefined)
    found.push({ field: 'length_m', label: 'length', x: d.aft_m, y: 0, value: length, along: 1, out: 0 });
  if (!isOuter(d)) {
    found.push({
      field: 'position_m',
      label: 'place',
      x: isHoop(d) ? (d.fore_m + d.aft_m) / 2 : d.fore_m,
      y: top,
      value: d.fore_m,
      along: 1,
      out: 0,
    });
  }
  if (isHoop(d) && length !== undefined) {
    const [x, along] = d.edge === 'aft' ? [d.fore_m, -1] : [d.aft_m, 1];
    found.push({ field: 'length_m', label: 'length', x, y: top, value: length, along, out: 0 });
  }
  const wide = d.sizes['outer_diameter_m'];
  if (d.type === 'body_tube' && wide !== undefined)
    found.push({
      field: 'outer_diameter_m',
      label: 'diameter',
      x: (d.fore_m + d.aft_m) / 2,
      y: top,
      value: wide,
      along: 0,
      out: 2,
    });
  return found;
}

function finHandles(d: Drawn): Handle[] {
  const foot = d.profile[0]?.[1] ?? 0;
  const { span_m: span, sweep_m: sweep, root_chord_m: root } = d.sizes;
  const found: Handle[] = [
    { field: 'position_m', label: 'place', x: d.fore_m, y: foot, value: d.fore_m, along: 1, out: 0 },
  ];
  if (span !== undefined) {
    const tip = d.sizes['tip_chord_m'];
    const x =
      tip === undefined || sweep === undefined ? d.fore_m + (root ?? 0) / 2 : d.fore_m + sweep + tip / 2;
    found.push({ field: 'span_m', label: 'span', x, y: foot + span, value: span, along: 0, out: 1 });
  }
  if (sweep !== undefined && d.sizes['tip_chord_m'] !== undefined)
    found.push({
      field: 'sweep_m',
      label: 'sweep',
      x: d.fore_m + sweep,
      y: foot + (span ?? 0),
      value: sweep,
      along: 1,
      out: 0,
    });
  return found;
}
