import { fixed } from '../api/format';
import type { Schemas } from '../api/client';

export interface NewMotor {
  id: string;
  label: string;
  maker: string;
  delays: string;
  propellant: 'black powder' | 'composite';
  casing: 'single-use' | 'reload';
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
  propellant: 'black powder',
  casing: 'single-use',
  texts: {},
  csv: '',
  fileName: '',
  isStaticTest: false,
});

export interface SheetBox {
  name: string;
  label: string;
  hint?: string;
  optional?: boolean;
  sheetOnly?: boolean;
}

export const sheetBoxes: SheetBox[] = [
  { name: 'diameter', label: 'Case diameter', hint: '18 mm' },
  { name: 'length', label: 'Case length', hint: '70 mm' },
  { name: 'total_mass', label: 'Mass, loaded', hint: '24 g' },
  { name: 'propellant_mass', label: 'Propellant', hint: '11 g' },
  { name: 'impulse', label: 'Total impulse', hint: '9.1 Ns', sheetOnly: true, optional: true },
  {
    name: 'burn_time',
    label: 'Burn time',
    hint: '1.8 s; the label’s thrust is taken without it',
    sheetOnly: true,
    optional: true,
  },
  { name: 'peak_thrust', label: 'Peak thrust', hint: '14 N', sheetOnly: true, optional: true },
];

/** The form as the API wants it. */
export function motorBody(form: NewMotor): Schemas['MotorIn'] {
  const texts = form.csv
    ? Object.fromEntries(
        sheetBoxes.filter((b) => !b.sheetOnly).map((b) => [b.name, form.texts[b.name] ?? '']),
      )
    : form.texts;
  return {
    label: form.label,
    maker: form.maker,
    delays: form.delays,
    propellant: form.propellant,
    case: form.casing,
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
