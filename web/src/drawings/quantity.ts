import { GRAVITY_M_S2 } from "../api/generated/core";
import type { Measured } from "../api/types";
import { shownAs } from "../api/units";

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
/**
 * A number in the units preferred, in digits as fine as it is known.
 * @param si - value in SI
 * @param dimension - of what it is
 * @param step - what it is known to, in SI
 */
export function known(si: number, dimension: string, step: number): string {
  const { symbol } = shownAs(dimension);
  return `${bareKnown(si, dimension, step)} ${symbol}`.trim();
}

/** The same without its unit, for a table whose head has it. */
export function bareKnown(si: number, dimension: string, step: number): string {
  const { per } = shownAs(dimension);
  return grouped(si * per, Math.max(0, Math.round(0.2 - Math.log10(step * per))));
}

/** A length as a tape reads it. */
export const tape = (metres: number) => known(metres, "length", 1e-3);
/** A length as a caliper reads it. */
export const caliper = (metres: number) => known(metres, "small_length", 1e-4);
export const percent = (share: number) => `${grouped(share * 100, 0)} %`;
export const barRate = (nPerM: number) => known(nPerM, "rate", 1e3);
export const weight = (kg: number) => known(kg, "mass", 1);
export const torqueOf = (newtonMetres: number) => known(newtonMetres, "torque", 1);
export const windSpeed = (metresPerSecond: number) => known(metresPerSecond, "speed", 1);
/** A speed on the road: kilometres or miles an hour. */
export const roadSpeed = (metresPerSecond: number) =>
  shownAs("speed").symbol === "mph"
    ? known(metresPerSecond, "speed", 0.4)
    : `${grouped(kmPerHour(metresPerSecond), 0)} km/h`;
/** A wheel's load as the pads show it. */
export const padReading = (newtons: number) => weight(newtons / GRAVITY_M_S2);
export const inG = (metresPerSecond2: number) => metresPerSecond2 / GRAVITY_M_S2;
export const fromG = (g: number) => g * GRAVITY_M_S2;
export const kmPerHour = (metresPerSecond: number) => metresPerSecond * 3.6;

/** Hours as people say them: minutes below one. */
export function hoursOf(hours: number): string {
  return hours < 0.95 ? `${Math.max(1, Math.round(hours * 60))} min` : `${grouped(hours, 1)} h`;
}
