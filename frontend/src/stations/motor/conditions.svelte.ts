import type { Schemas } from '../../api/client';

type In = Schemas['ConditionsIn'];
type Out = Schemas['ConditionsOut'];

/** Today's conditions as they are being typed. */
export class Day {
  texts = $state<Record<string, string>>({});
  fieldId = $state('');
  gustiness = $state<NonNullable<In['gustiness']>>('calm');
  hour = $state<number | null>(null);
  hours = $state<Schemas['HourIn'][]>([]);
  aloft = $state<Schemas['AloftIn'][]>([]);

  load(found: Out): void {
    this.texts = { ...found.typed };
    this.fieldId = found.field_id ?? '';
    this.gustiness = found.gustiness as NonNullable<In['gustiness']>;
    this.hour = found.hour;
    this.hours = found.hours.map((h) => ({ ...h }));
    this.aloft = found.aloft.map((a) => ({ ...a }));
  }

  /** What was sent is shown as it was understood, with its unit, unless somebody has typed on meanwhile. */
  settle(sent: In, found: Out): void {
    for (const [name, text] of Object.entries(sent.typed ?? {})) {
      if (this.texts[name] === text) this.texts[name] = found.typed[name] ?? text;
    }
    const same = (now: unknown, then: unknown) => JSON.stringify(now) === JSON.stringify(then);
    if (same($state.snapshot(this.hours), sent.hours)) this.hours = found.hours.map((h) => ({ ...h }));
    if (same($state.snapshot(this.aloft), sent.aloft)) this.aloft = found.aloft.map((a) => ({ ...a }));
  }

  /** Whether the hour, not the box, says the wind. */
  get byHour(): boolean {
    return this.hours.length > 0 && this.hour !== null;
  }

  get asked(): In {
    return {
      field_id: this.fieldId || null,
      typed: $state.snapshot(this.texts),
      gustiness: this.gustiness,
      hour: this.hour,
      hours: $state.snapshot(this.hours),
      aloft: $state.snapshot(this.aloft),
    };
  }

  addHour(): void {
    const last = this.hours.at(-1);
    this.hours.push({
      hour: Math.min(24, (last?.hour ?? 8) + 2),
      wind: last?.wind ?? '',
      wind_from: last?.wind_from ?? 'W',
    });
    this.hour ??= this.hours[0]?.hour ?? null;
  }

  addAloft(): void {
    this.aloft.push({ height: '', wind: '', wind_from: this.aloft.at(-1)?.wind_from ?? 'W' });
  }
}
