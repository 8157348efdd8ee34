import type { Shape } from '../../api/queries';

export interface PrototypeRow {
  name: string;
  prototype: string;
  available: string;
  as_built: string;
  absorbs: boolean;
}

export interface PrototypeForm {
  prototype: string;
  main_diameter: string;
  tube_diameter: string;
  rows: PrototypeRow[];
}

export const blankRow = (name = ''): PrototypeRow => ({
  name,
  prototype: '',
  available: '',
  as_built: '',
  absorbs: false,
});

/** The stored prototype's texts, or an empty form with the lengths a scale model usually has. */
export function textsOf(shape: Shape): PrototypeForm {
  const kept = shape.prototype;
  if (kept)
    return {
      prototype: kept.prototype,
      main_diameter: kept.main_diameter,
      tube_diameter: kept.tube_diameter,
      rows: (kept.rows ?? []).map((r) => ({
        name: r.name,
        prototype: r.prototype,
        available: r.available ?? '',
        as_built: r.as_built ?? '',
        absorbs: r.absorbs ?? false,
      })),
    };
  return {
    prototype: '',
    main_diameter: '',
    tube_diameter: shape.rocket.said['diameter'] ?? '',
    rows: [blankRow('nose'), blankRow('body'), blankRow('fin root'), blankRow('fin span')],
  };
}
