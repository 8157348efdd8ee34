import type { Schemas } from '../../api/client';

type Feature = Schemas['FeatureIn'];
type Kind = Feature['kind'];

export const kinds: [Kind, string][] = [
  ['road', 'road'],
  ['water', 'water'],
  ['trees', 'trees'],
  ['buildings', 'buildings'],
  ['power_line', 'power line'],
  ['spectators', 'spectators'],
];

interface Drawn {
  outline: number[][];
  features: Feature[];
  surface: string;
}

/** A field while it is drawn: corners are put down one by one, dragged, taken out; every step can be taken back. */
export class Editing {
  outline = $state<number[][]>([]);
  features = $state<Feature[]>([]);
  surface = $state('');
  /** What a click adds to: −1 the outline, else the feature's place; null: nothing is being drawn. */
  drawing = $state<number | null>(null);
  past = $state.raw<string[]>([]);
  future = $state.raw<string[]>([]);

  load(found: Drawn): void {
    this.outline = found.outline.map((c) => [...c]);
    this.features = found.features.map((f) => ({ ...f, points: f.points.map((q) => [...q]) }));
    this.surface = found.surface;
  }

  get drawn(): Drawn {
    return {
      outline: $state.snapshot(this.outline),
      // A road of one corner is still being drawn.
      features: $state.snapshot(this.features).filter((f) => f.points.length >= (isLine(f.kind) ? 2 : 3)),
      surface: this.surface,
    };
  }

  /** Remember how it was before a change. */
  mark(): void {
    this.past = [...this.past.slice(-60), this.#saved()];
    this.future = [];
  }

  undo(): void {
    const before = this.past.at(-1);
    if (before === undefined) return;
    this.future = [...this.future, this.#saved()];
    this.past = this.past.slice(0, -1);
    this.load(JSON.parse(before) as Drawn);
  }

  redo(): void {
    const next = this.future.at(-1);
    if (next === undefined) return;
    this.past = [...this.past, this.#saved()];
    this.future = this.future.slice(0, -1);
    this.load(JSON.parse(next) as Drawn);
  }

  points(which: number): number[][] {
    return which === -1 ? this.outline : (this.features[which]?.points ?? []);
  }

  put(east: number, north: number): void {
    if (this.drawing === null) return;
    this.mark();
    this.points(this.drawing).push([Math.round(east), Math.round(north)]);
  }

  move(which: number, corner: number, east: number, north: number): void {
    const list = this.points(which);
    if (list[corner]) list[corner] = [Math.round(east), Math.round(north)];
  }

  takeOut(which: number, corner: number): void {
    this.mark();
    this.points(which).splice(corner, 1);
  }

  /** A corner more, half-way along the side that begins at a corner. */
  split(which: number, corner: number): void {
    this.mark();
    const list = this.points(which);
    const a = list[corner] ?? [0, 0];
    const b = list[(corner + 1) % list.length] ?? a;
    list.splice(corner + 1, 0, [
      Math.round(((a[0] ?? 0) + (b[0] ?? 0)) / 2),
      Math.round(((a[1] ?? 0) + (b[1] ?? 0)) / 2),
    ]);
  }

  add(kind: Kind): void {
    this.mark();
    this.features.push({ kind, name: '', points: [] });
    this.drawing = this.features.length - 1;
  }

  drop(which: number): void {
    this.mark();
    this.features.splice(which, 1);
    this.drawing = null;
  }

  /** A square round the pad to begin with. */
  square(side: number): void {
    this.mark();
    const h = side / 2;
    this.outline = [
      [-h, -h],
      [h, -h],
      [h, h],
      [-h, h],
    ];
  }

  #saved(): string {
    return JSON.stringify({
      outline: $state.snapshot(this.outline),
      features: $state.snapshot(this.features),
      surface: this.surface,
    });
  }
}

const isLine = (kind: string): boolean => kind === 'road' || kind === 'power_line';
