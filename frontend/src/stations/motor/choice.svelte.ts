import { searchParams } from 'sv-router';
import type { Board, DelayVerdict, MotorVerdict } from '../../api/queries';
import { firstFilters, passes } from './filters';

const MOST_PINS = 3;

/** What is chosen, pinned and narrowed on the verdict board. The choice lives in the address, so a reload keeps it. */
export class Choice {
  filters = $state(firstFilters());
  pinned = $state<string[]>([]);
  readonly #board: () => Board | undefined;

  constructor(board: () => Board | undefined) {
    this.#board = board;
  }

  get shown(): MotorVerdict[] {
    const motors = this.#board()?.motors ?? [];
    // Where nothing in the box will do, everything is shown: an empty board answers nothing.
    const box = motors.some((m) => m.in_box > 0 && m.verdict !== 'no') ? this.filters.box : '';
    return motors.filter((m) => passes(m, { ...this.filters, box }));
  }

  /** A motor of the board, narrowed away or not. */
  find(key: string | null): MotorVerdict | undefined {
    return this.#board()?.motors.find((m) => m.key === key);
  }

  /** The chosen motor: the one in the address, else the best one shown. */
  get motor(): MotorVerdict | undefined {
    const key = searchParams.get('motor');
    return this.find(key === null ? null : String(key)) ?? this.shown[0] ?? this.#board()?.motors[0];
  }

  /** The chosen delay: the one in the address, else the motor's best. */
  get delay(): number | null {
    const motor = this.motor;
    const typed = searchParams.get('delay');
    if (motor?.key === searchParams.get('motor') && typed !== null && Number.isFinite(Number(typed)))
      return Number(typed);
    return motor?.delays[0]?.delay_s ?? null;
  }

  /** The verdict on the chosen delay where it is one the motor is sold with. */
  get sold(): DelayVerdict | undefined {
    return this.motor?.delays.find((d) => d.delay_s === this.delay);
  }

  choose(motor: MotorVerdict, delay: number | null): void {
    searchParams.set('motor', motor.key);
    if (delay === null) searchParams.delete('delay');
    else searchParams.set('delay', String(delay));
  }

  togglePin(key: string): void {
    this.pinned = this.pinned.includes(key)
      ? this.pinned.filter((k) => k !== key)
      : [...this.pinned.slice(-(MOST_PINS - 1)), key];
  }

  get pins(): MotorVerdict[] {
    return this.pinned.flatMap((key) => this.#board()?.motors.find((m) => m.key === key) ?? []);
  }
}
