import { describe, expect, it } from 'vitest';
import { emptyMotor, motorBody, readFile } from './adding';

describe('a motor form', () => {
  it('leaves the sheet’s figures out where a curve speaks', () => {
    const form = { ...emptyMotor(), texts: { impulse: '9 Ns', diameter: '18 mm' }, csv: '0,0' };
    expect(motorBody(form).typed).not.toHaveProperty('impulse');
    expect(motorBody({ ...form, csv: '' }).typed).toHaveProperty('impulse');
  });
  it('turns away a file that is empty or far too large', async () => {
    expect((await readFile(new File([], 'a.csv'))).problem).toContain('empty');
    expect((await readFile(new File([new Uint8Array(50_000_000)], 'a.csv'))).problem).toContain('50 MB');
    expect(await readFile(new File(['0,0'], 'a.csv'))).toEqual({ text: '0,0', problem: '' });
  });
});
