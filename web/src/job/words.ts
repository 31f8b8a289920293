import { placeFacts, placeName } from "../api/place";
import { isAlone } from "../api/outbox/write";
import type { Alone, Base, Write } from "../api/outbox/write";

const STEPS = { undo: "Taking back", redo: "Doing again" } as const;

/** The sheet's own places stand alone. */
const pathOf = (base: string, place: string) =>
  base === "sheet" || base === "line" ? place : `${base}.${place}`;

/** Label and dimension of a place of a paper. */
export const factsOf = (base: string, place: string) => placeFacts(pathOf(base, place));

const inWords = (place: string) => place.replace(/^\w+\./, "").replace(/_/g, " ");

/** Places that no paper has, in words. */
const ALONE: Record<Alone, (place: string) => string> = {
  photos: (place) => `Photo of ${inWords(place)}`,
  attachments: () => "Paper of the vehicle",
  yard: () => "A new job",
  racks: () => "Parts taken in",
  shop: (place) => `Our way, ${inWords(place)}`,
  bay: (place) => `Bay, ${place}`,
  drive: (place) => `Drive, ${place}`,
  hand_over: (place) => `Hand over, ${inWords(place)}`,
  board: (place) => `Board, ${inWords(place)}`,
};

/** A place of a paper by its name, with its axle. */
export const placeWords = (base: Base, place: string) =>
  isAlone(base) ? ALONE[base](place) : placeName(pathOf(base, place));

/** What a write puts where, in words. */
export function writeWords({ base, place, typed, step }: Write): string {
  return step === "do" ? `${placeWords(base, place)}: ${typed || "taken away"}` : STEPS[step];
}
