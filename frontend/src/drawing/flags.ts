import type { Schemas } from '../api/client';
import type { Scale } from './plot';

export interface Flag {
  code: string;
  words: string;
  x: number;
  y: number;
  textX: number;
  textY: number;
  anchor: 'start' | 'middle' | 'end';
}

const CHARACTER = 6.3;

/** Where each event's words go: apogee above its point, the others beside theirs, inside the frame. */
export function eventLabels(
  events: Schemas['EventOut'][],
  x: Scale,
  y: Scale,
  unitSize: number,
  width: number,
): Flag[] {
  const apogee = events.find((e) => e.code === 'apogee');
  return events
    .filter((e) => e.code !== 'liftoff' && e.code !== 'landing')
    .map((e) => {
      const px = x(e.time_s);
      const py = y(e.altitude_m / unitSize);
      const long = e.words.length * CHARACTER;
      const flag: Flag = {
        code: e.code,
        words: e.words,
        x: px,
        y: py,
        textX: px + 9,
        textY: py + 12,
        anchor: 'start',
      };
      if (e.code === 'apogee') {
        flag.textX = Math.max(px, 48 + long / 2);
        const crowded = events.some(
          (o) => o.code === 'ejection' && Math.abs(x(o.time_s) - px) < long / 2 + 14,
        );
        flag.textY = Math.max(12, py - (crowded ? 32 : 10));
        flag.anchor = 'middle';
      } else if (e.code === 'ejection') {
        flag.textX = px + 17;
        flag.textY = py - 8;
        const before = apogee !== undefined && e.time_s < apogee.time_s - 0.3;
        if (before || px + 17 + long > width) {
          flag.anchor = 'end';
          flag.textX = px - 17;
          if (flag.textX - long < 48) {
            flag.anchor = 'start';
            flag.textX = px + 15;
            flag.textY = py + 26;
          }
        }
      }
      return flag;
    });
}
