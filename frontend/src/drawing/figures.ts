import type { Rocket } from '../api/queries';
import type { SketchInput } from './outline';

interface LooseParts {
  stages: { parts: { type: string; diameter_mm?: number; max_length_mm?: number }[] }[];
}

/** What the sketch needs, out of a rocket as the API gives it. */
export function sketchOf(rocket: Rocket): SketchInput {
  const file = rocket.document as unknown as LooseParts;
  const mount = file.stages[0]?.parts.find((part) => part.type === 'motor_mount');
  return {
    lengthM: rocket.length_m,
    diameterM: rocket.diameter_m,
    mountDiameterM: (mount?.diameter_mm ?? 0) / 1000,
    mountLengthM: (mount?.max_length_mm ?? 0) / 1000,
  };
}
