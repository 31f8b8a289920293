import type { Measured } from "../api/types";

/** How a dimension is shown: scale from SI, symbol, and the most decimals ever written. */
const SHOWN: Record<string, { per: number; symbol: string; most: number }> = {
  length: { per: 1e3, symbol: "mm", most: 0 },
  small_length: { per: 1e3, symbol: "mm", most: 1 },
  shift: { per: 1e3, symbol: "mm", most: 0 },
  mass: { per: 1, symbol: "kg", most: 0 },
  rate: { per: 1e-3, symbol: "N/mm", most: 0 },
  pure: { per: 1, symbol: "", most: 2 },
  angle: { per: 180 / Math.PI, symbol: "°", most: 2 },
  frequency: { per: 1, symbol: "Hz", most: 2 },
  inertia: { per: 1, symbol: "kg·m²", most: 0 },
  speed: { per: 1, symbol: "m/s", most: 1 },
  torque: { per: 1, symbol: "N·m", most: 0 },
  roll_damping: { per: 1e-3, symbol: "kN·m·s", most: 1 },
};

const GRAVITY_M_S2 = 9.80665;
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
  const { per, most } = SHOWN[dimension] ?? { per: 1, most: 0 };
  const shown = measured.value * per;
  const step = measured.tolerance * per || Math.abs(shown) / 500;
  const digits = step > 0 ? Math.min(most, Math.max(0, -Math.floor(Math.log10(step)))) : 0;
  return grouped(shown, digits);
}

export function unitOf(dimension: string): string {
  return SHOWN[dimension]?.symbol ?? "";
}

/** A measured quantity with its unit. */
export function quantity(measured: Measured, dimension: string): string {
  return `${figure(measured, dimension)} ${unitOf(dimension)}`.trim();
}

export const degrees = (rad: number, digits = 1) => `${grouped((rad * 180) / Math.PI, digits)}°`;
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
