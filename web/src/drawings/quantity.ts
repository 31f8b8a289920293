import { DIMENSIONS, GRAVITY_M_S2 } from "../api/generated/core";
import type { Measured } from "../api/types";

type Dimension = keyof typeof DIMENSIONS;

/** How a dimension is shown: scale from SI, symbol, and the most decimals ever written. */
function shownAs(dimension: string) {
  return DIMENSIONS[dimension as Dimension] as { per: number; symbol: string; most: number };
}

const THIN = "\u202f";

/** Digits with thin spaces between thousands. */
export function grouped(value: number, digits: number): string {
  const text = Math.abs(value).toFixed(digits);
  const [whole = "", part] = text.split(".");
  const spaced = whole.replace(/\B(?=(\d{3})+$)/g, THIN);
  const sign = value < 0 && Number(text) !== 0 ? "−" : "";
  return sign + (part ? `${spaced}.${part}` : spaced);
}

/** A measured quantity without its unit, in the digits its tolerance supports. */
export function figure(measured: Measured, dimension: string): string {
  const { per, most } = shownAs(dimension);
  const shown = measured.value * per;
  const step = measured.tolerance * per || Math.abs(shown) / 500;
  const digits = step > 0 ? Math.min(most, Math.max(0, -Math.floor(Math.log10(step)))) : 0;
  return grouped(shown, digits);
}

export function unitOf(dimension: string): string {
  return shownAs(dimension).symbol;
}

/** A measured quantity with its unit. */
export function quantity(measured: Measured, dimension: string): string {
  return `${figure(measured, dimension)} ${unitOf(dimension)}`.trim();
}

export const inDegrees = (rad: number) => (rad * 180) / Math.PI;
export const degrees = (rad: number, digits = 1) => `${grouped(inDegrees(rad), digits)}°`;
/** A length in whole millimetres, as a tape reads it. */
export const millimetres = (metres: number) => `${grouped(metres * 1e3, 0)} mm`;
export const percent = (share: number) => `${grouped(share * 100, 0)} %`;
export const nPerMm = (nPerM: number) => `${grouped(nPerM / 1e3, 0)} N/mm`;
export const kilograms = (kg: number) => `${grouped(kg, 0)} kg`;
/** A wheel's load as the pads show it. */
export const padReading = (newtons: number) => kilograms(newtons / GRAVITY_M_S2);
export const inG = (metresPerSecond2: number) => metresPerSecond2 / GRAVITY_M_S2;
export const fromG = (g: number) => g * GRAVITY_M_S2;
export const kmPerHour = (metresPerSecond: number) => metresPerSecond * 3.6;
