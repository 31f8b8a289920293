import { placeFacts } from "../api/place";
import type { Write } from "../api/outbox/write";

const STEPS = { undo: "Taking back", redo: "Doing again" } as const;

/** Label and dimension of a place of a paper; the sheet's own places stand alone. */
export const factsOf = (base: string, place: string) =>
  placeFacts(base === "sheet" || base === "line" ? place : `${base}.${place}`);

/** A place of a paper by its name, with its axle. */
export function placeWords(base: string, place: string): string {
  const { label } = factsOf(base, place);
  const axle = /(?:^|\.)(front|rear)(?:\.|$)/.exec(place)?.[1];
  const name = label.charAt(0).toUpperCase() + label.slice(1);
  return axle && !name.toLowerCase().includes(axle) ? `${name}, ${axle}` : name;
}

/** What a write puts where, in words. */
export function writeWords({ base, place, typed, step }: Write): string {
  return step === "do" ? `${placeWords(base, place)}: ${typed || "taken away"}` : STEPS[step];
}
