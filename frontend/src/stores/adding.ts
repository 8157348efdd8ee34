import { fixed } from '../api/format';
import type { Schemas } from '../api/client';

export interface NewMotor {
  id: string;
  label: string;
  maker: string;
  delays: string;
  propellant: '' | 'black powder' | 'composite';
  casing: '' | 'single-use' | 'reload';
  count: string;
  texts: Record<string, string>;
  csv: string;
  fileName: string;
  isStaticTest: boolean;
}

export const emptyMotor = (): NewMotor => ({
  id: crypto.randomUUID(),
  label: '',
  maker: '',
  delays: '',
  propellant: '',
  casing: '',
  count: '1',
  texts: {},
  csv: '',
  fileName: '',
  isStaticTest: false,
});

export interface SheetBox {
  name: string;
  label: string;
  hint?: string;
  sheetOnly?: boolean;
}

export const sheetBoxes: SheetBox[] = [
  { name: 'impulse', label: 'Total impulse', hint: '9.1 Ns: narrows heights most', sheetOnly: true },
  { name: 'total_mass', label: 'Mass, loaded', hint: '24 g, on the kitchen scale' },
  { name: 'length', label: 'Case length', hint: '70 mm' },
  { name: 'burn_time', label: 'Burn time', hint: '1.8 s', sheetOnly: true },
  { name: 'propellant_mass', label: 'Propellant', hint: '11 g' },
  { name: 'peak_thrust', label: 'Peak thrust', hint: '14 N', sheetOnly: true },
];

/** A motor kept, as its form. */
export function formOf(id: string, kept: Record<string, unknown>): NewMotor {
  const told = kept as Partial<Record<'label' | 'maker' | 'delays' | 'propellant' | 'case', string | null>>;
  return {
    ...emptyMotor(),
    id,
    label: told.label ?? '',
    maker: told.maker ?? '',
    delays: told.delays ?? '',
    propellant: (told.propellant ?? '') as NewMotor['propellant'],
    casing: (told.case ?? '') as NewMotor['casing'],
    count: '',
    texts: (kept['typed'] ?? {}) as Record<string, string>,
  };
}

/** The form as the API wants it. */
export function motorBody(form: NewMotor): Schemas['MotorIn'] {
  const texts = form.csv
    ? Object.fromEntries(
        ['diameter', ...sheetBoxes.filter((b) => !b.sheetOnly).map((b) => b.name)].map((name) => [
          name,
          form.texts[name] ?? '',
        ]),
      )
    : form.texts;
  return {
    label: form.label,
    maker: form.maker,
    delays: form.delays,
    propellant: form.propellant || null,
    case: form.casing || null,
    typed: texts,
    csv: form.csv,
    csv_is_static_test: form.csv !== '' && form.isStaticTest,
  };
}

const LARGEST_FILE = 2_000_000;

/** A file's text, or why it cannot be one. */
export async function readFile(file: File): Promise<{ text: string; problem: string }> {
  if (file.size > LARGEST_FILE) {
    const size = fixed(file.size / 1e6, 0);
    return {
      text: '',
      problem: `${file.name} is ${size} MB; a thrust curve takes less than 2 MB. Thin it out first.`,
    };
  }
  if (file.size === 0) return { text: '', problem: `${file.name} is empty.` };
  return { text: await file.text(), problem: '' };
}

/** A line of the box that nothing is told of yet. */
export const emptyLine = () => ({
  motor: '',
  delay_s: null as number | null,
  count: '',
  batch: '',
  cost: '',
  case_cost: '',
  case_owned: false,
  wanted: '',
  bought_on: '',
  bought_at: '',
  best_before: '',
  opened: false,
  keep: '',
});
