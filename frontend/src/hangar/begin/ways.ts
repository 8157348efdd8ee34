/** What somebody may have in hand when they begin a rocket, and what each is asked. */

export type Way = 'kit' | 'tube' | 'motor' | 'goal' | 'picture';

export interface BeginBox {
  name: string;
  label: string;
  hint?: string;
  placeholder?: string;
  optional?: boolean;
  choices?: { value: string; name: string }[];
  lines?: number;
  /** Asked only on demand. */
  more?: boolean;
}

export interface WayOf {
  way: Way;
  name: string;
  boxes: BeginBox[];
}

const mount: BeginBox = {
  name: 'mount',
  label: 'Motor diameter',
  hint: 'Empty: the usual one for the body.',
  placeholder: '18 mm',
  optional: true,
};

export const WAYS: WayOf[] = [
  {
    way: 'kit',
    name: 'A kit box',
    boxes: [
      {
        name: 'kit',
        label: 'What is in it?',
        hint: 'One part a line, in your own words; sizes where you know them.',
        placeholder:
          'plastic nose cone\nbody tube 25 × 300 mm\n3 balsa fins\n18 mm motor mount with hook\n12 in parachute',
        lines: 8,
      },
      { name: 'printed_motors', label: 'Motors on the box', placeholder: 'A8-3, B6-4', optional: true },
    ],
  },
  {
    way: 'tube',
    name: 'A tube',
    boxes: [
      {
        name: 'diameter',
        label: 'How wide is it?',
        hint: 'Measure across the outside.',
        placeholder: '34 mm',
      },
      { name: 'length', label: 'How long is it?', placeholder: '450 mm', optional: true },
      mount,
    ],
  },
  {
    way: 'motor',
    name: 'A motor',
    boxes: [
      { name: 'motor', label: 'What is printed on it?', placeholder: 'C6-5' },
      {
        name: 'mount',
        label: 'How wide is it?',
        hint: 'Empty: as such motors usually are.',
        placeholder: '18 mm',
        optional: true,
      },
    ],
  },
  {
    way: 'goal',
    name: 'A goal',
    boxes: [
      { name: 'low', label: 'At least this high', placeholder: '150 m' },
      { name: 'high', label: 'At most this high', placeholder: '200 m' },
      {
        name: 'within',
        label: 'Down again within',
        hint: 'Seconds from launch.',
        placeholder: '40 s',
        optional: true,
      },
      { ...mount, hint: 'Empty: any that you have.' },
      { name: 'payload_mass', label: 'Payload weighs', placeholder: '60 g', optional: true },
      {
        name: 'payload_size',
        label: 'Payload measures',
        hint: 'Diameter × length.',
        placeholder: '45 × 60 mm',
        optional: true,
      },
      {
        name: 'payload_stands',
        label: 'Payload breaks at',
        hint: 'The push it just stands, along the rocket.',
        placeholder: '50 N',
        optional: true,
        more: true,
      },
      {
        name: 'cost',
        label: 'Spend at most',
        hint: 'Euros or dollars, held against rough prices.',
        placeholder: '60',
        optional: true,
        more: true,
      },
      {
        name: 'hours',
        label: 'Hours at the bench, at most',
        placeholder: '8',
        optional: true,
        more: true,
      },
    ],
  },
  {
    way: 'picture',
    name: 'A picture in my head',
    boxes: [
      { name: 'diameter', label: 'How thick is the body?', placeholder: '42 mm' },
      { name: 'length', label: 'How long, tip to tail?', placeholder: '700 mm', optional: true },
      {
        name: 'fins',
        label: 'Fins',
        choices: ['3', '4', '5', '6'].map((value) => ({ value, name: value })),
      },
      {
        name: 'nose',
        label: 'Nose',
        choices: [
          { value: 'ogive', name: 'pointed, curved' },
          { value: 'cone', name: 'straight cone' },
          { value: 'ellipsoid', name: 'round' },
          { value: 'parabola', name: 'blunt, curved' },
        ],
      },
    ],
  },
];

export const wayOf = (way: Way): WayOf => WAYS.find((w) => w.way === way) ?? WAYS[0]!;

/** The texts that go with a way: those of its own boxes, chosen ones at their first where nobody chose. */
export function textsOf(way: Way, texts: Record<string, string>): Record<string, string> {
  const own: Record<string, string> = {};
  for (const box of wayOf(way).boxes) own[box.name] = texts[box.name] ?? box.choices?.[0]?.value ?? '';
  return own;
}
