import { placeFacts, placeName } from "../api/place";
import type { Write } from "../api/outbox/write";

const STEPS = { undo: "Taking back", redo: "Doing again" } as const;

/** The sheet's own places stand alone. */
const pathOf = (base: string, place: string) =>
  base === "sheet" || base === "line" ? place : `${base}.${place}`;

/** Label and dimension of a place of a paper. */
export const factsOf = (base: string, place: string) => placeFacts(pathOf(base, place));

/** A place of a paper by its name, with its axle. */
export const placeWords = (base: string, place: string) =>
  base === "photos"
    ? `Photo of ${place.replace(/^parts\./, "").replace(/_/g, " ")}`
    : placeName(pathOf(base, place));

/** What a write puts where, in words. */
export function writeWords({ base, place, typed, step }: Write): string {
  return step === "do" ? `${placeWords(base, place)}: ${typed || "taken away"}` : STEPS[step];
}
