import type { Lamp } from '../definitions/step';

/** The direction of a lamp: a unit vector right, down, towards the eye. */
export function towards({ angle: a, height }: Lamp): [number, number, number] {
  const [t, h] = [(a * Math.PI) / 180, (height * Math.PI) / 180];
  return [Math.cos(t) * Math.cos(h), Math.sin(t) * Math.cos(h), Math.sin(h)];
}
