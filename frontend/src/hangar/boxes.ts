/** The boxes of the quick-rocket form. What they mean and how they are read is the server's business. */

const boxNames = [
  'name',
  'mass',
  'diameter',
  'length',
  'cd',
  'mount_diameter',
  'mount_length',
  'canopy_kind',
  'canopy_diameter',
  'spill_hole',
  'rod_length',
  'printed_motors',
  'remarks',
] as const;
type BoxName = (typeof boxNames)[number];
export type BoxTexts = Record<BoxName, string>;

export interface Box {
  name: BoxName;
  label: string;
  hint?: string;
  optional?: boolean;
  wide?: boolean;
}

export const emptyTexts = (): BoxTexts => ({
  ...(Object.fromEntries(boxNames.map((name) => [name, ''])) as BoxTexts),
  canopy_kind: 'flat',
});

export const boxes: { title: string; boxes: Box[] }[] = [
  {
    title: 'The rocket',
    boxes: [
      { name: 'name', label: 'Name', wide: true },
      {
        name: 'mass',
        label: 'Mass, no motor',
        hint: 'Off the scale, ready to fly: wadding, canopy and all. 85 g, 3 oz…',
      },
      { name: 'diameter', label: 'Body diameter', hint: 'Across the widest part. 25 mm, 1 5/8 in…' },
      { name: 'length', label: 'Length', optional: true, hint: 'Only for the drawing.' },
      {
        name: 'cd',
        label: 'Drag coefficient',
        optional: true,
        hint: 'Not sure? Leave it empty: 0.6 is taken and you see what that leaves open.',
      },
    ],
  },
  {
    title: 'Motor mount',
    boxes: [
      { name: 'mount_diameter', label: 'Inside diameter', hint: '13, 18, 24, 29, 38, 54 mm are usual.' },
      {
        name: 'mount_length',
        label: 'Longest motor it takes',
        hint: 'From the thrust ring or stop to where the hook or ring holds.',
      },
    ],
  },
  {
    title: 'Canopy and rod',
    boxes: [
      { name: 'canopy_kind', label: 'Kind' },
      {
        name: 'canopy_diameter',
        label: 'Diameter',
        optional: true,
        hint: 'Laid flat; a streamer: of the circle with its area.',
      },
      { name: 'spill_hole', label: 'Spill hole', optional: true },
      {
        name: 'rod_length',
        label: 'Rod',
        optional: true,
        hint: 'Guided travel: its length less lug height and stand-off. 0.9 m is taken.',
      },
    ],
  },
  {
    title: 'What the box says',
    boxes: [
      {
        name: 'printed_motors',
        label: 'Motors the maker printed',
        optional: true,
        wide: true,
        hint: 'For a kit, with delays and commas: they stand beside the computed choice.',
      },
      { name: 'remarks', label: 'Remarks', optional: true, wide: true },
    ],
  },
];

export const kinds = [
  { id: 'flat', name: 'flat, round' },
  { id: 'hexagonal', name: 'hexagonal' },
  { id: 'domed', name: 'domed' },
  { id: 'cross', name: 'cross' },
  { id: 'streamer', name: 'streamer' },
];

/** The texts of a stored rocket: what was typed, with its name and remarks. */
export function textsOf(document: Record<string, unknown>): BoxTexts {
  const typed = (document['typed'] ?? {}) as Partial<BoxTexts>;
  return {
    ...emptyTexts(),
    ...typed,
    name: String(document['name'] ?? ''),
    remarks: String(document['remarks'] ?? ''),
  };
}
