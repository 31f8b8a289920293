import type { RunTrace } from "../../api/types";
import { inDegrees, inG } from "../../drawings/quantity";
import { minMax } from "./minMax";

export const HEIGHT = 420;
export const BOX = { left: 68, right: 12, top: 16, bottom: 26, between: 30 };

/** A run laid on the canvas: its curves in its own inks, so many seconds later than it was driven. */
export type Layer = { trace: RunTrace; inks: Inks; laterS: number };
type Inks = Record<"lateral" | "roll" | "model", string>;
export type Drawn = Record<"lateral" | "roll" | "model", Float32Array> & {
  inks: Inks;
  fromS: number;
  stepS: number;
};
/** How far each band of the canvas has to reach, worked out once and not with every frame. */
export type Reach = { lateral: number; roll: number };
export type Span = { from: number; to: number };

export function drawnOf({ trace, inks, laterS }: Layer): Drawn[] {
  return trace.pieces.map((piece) => ({
    inks,
    fromS: piece.from_s + laterS,
    stepS: piece.step_s,
    lateral: Float32Array.from(piece.lateral_m_s2, inG),
    roll: Float32Array.from(piece.roll_rad, inDegrees),
    model: Float32Array.from(piece.model_rad, (rad) => (rad === null ? NaN : inDegrees(rad))),
  }));
}

export function wholeOf(pieces: Drawn[]): Span {
  if (pieces.length === 0) return { from: 0, to: 1 };
  return {
    from: Math.min(...pieces.map(({ fromS }) => fromS)),
    to: Math.max(...pieces.map(({ fromS, stepS, roll }) => fromS + stepS * (roll.length - 1))),
  };
}

/** When a run pulled away: runs are laid over each other by it [s]. */
export const pulledAway = (trace: RunTrace): number => trace.pieces[0]?.still[0]?.[1] ?? 0;

/** A span moved back within the whole. */
export function kept({ from, to }: Span, whole: Span): Span {
  const size = Math.min(to - from, whole.to - whole.from);
  const begin = Math.min(Math.max(from, whole.from), whole.to - size);
  return { from: begin, to: begin + size };
}

export function draw(
  canvas: HTMLCanvasElement,
  width: number,
  pieces: Drawn[],
  reach: Reach,
  { trace, laterS }: Layer,
  span: Span,
) {
  const pen = canvas.getContext("2d");
  if (pen === null) return;
  const dense = window.devicePixelRatio || 1;
  canvas.width = width * dense;
  canvas.height = HEIGHT * dense;
  pen.scale(dense, dense);
  const look = getComputedStyle(document.documentElement);
  const colour = (name: string) => look.getPropertyValue(`--${name}`).trim();
  pen.font = `12px ${look.getPropertyValue("--font-figure") || "monospace"}`;
  const inner = width - BOX.left - BOX.right;
  const x = (second: number) => BOX.left + ((second - span.from) / (span.to - span.from)) * inner;
  const tall = (HEIGHT - BOX.top - BOX.bottom - BOX.between) / 2;
  const bands = [
    {
      top: BOX.top,
      most: reach.lateral,
      unit: " g",
      curves: [["lateral", 1]],
    },
    {
      top: BOX.top + tall + BOX.between,
      most: reach.roll,
      unit: "°",
      curves: [
        ["roll", 1],
        ["model", 2],
      ],
    },
  ] as const;

  shade(pen, trace, (second) => x(second + laterS), colour);
  for (const band of bands) {
    const y = (value: number) => band.top + tall * (0.5 - value / (2 * band.most));
    pen.strokeStyle = colour("line");
    pen.lineWidth = 1;
    pen.strokeRect(BOX.left, band.top, inner, tall);
    line(pen, [BOX.left, y(0)], [BOX.left + inner, y(0)]);
    pen.fillStyle = colour("pale");
    pen.textAlign = "right";
    for (const value of [band.most, 0, -band.most]) {
      const text = `${value.toFixed(band.most < 1 ? 2 : 1).replace("-", "−")}${band.unit}`;
      pen.fillText(text, BOX.left - 5, y(value) + (value > 0 ? 10 : value < 0 ? -2 : 4));
    }
    for (const [name, thick] of band.curves) {
      for (const one of pieces) {
        curve(pen, one[name], one, span, inner, y, x, colour(one.inks[name]), thick);
      }
    }
  }
  seconds(pen, span, x, colour("pale"));
}

export const farthest = (pieces: Drawn[], names: readonly ("lateral" | "roll" | "model")[]) =>
  pieces.reduce(
    (far, one) =>
      names.reduce(
        (most, name) =>
          one[name].reduce((m, v) => (Number.isNaN(v) ? m : Math.max(m, Math.abs(v))), most),
        far,
      ),
    0.05,
  );

function line(
  pen: CanvasRenderingContext2D,
  [x1, y1]: [number, number],
  [x2, y2]: [number, number],
) {
  pen.beginPath();
  pen.moveTo(x1, y1);
  pen.lineTo(x2, y2);
  pen.stroke();
}

/** Where it stood is hatched; what was left out is marked. */
function shade(
  pen: CanvasRenderingContext2D,
  trace: RunTrace,
  x: (second: number) => number,
  colour: (name: string) => string,
) {
  const bottom = HEIGHT - BOX.bottom;
  pen.save();
  pen.beginPath();
  pen.rect(BOX.left, 0, pen.canvas.width, HEIGHT);
  pen.clip();
  pen.strokeStyle = colour("hatch");
  pen.globalAlpha = 0.35;
  for (const { still } of trace.pieces) {
    for (const [from, to] of still as [number, number][]) {
      for (let at = Math.max(x(from), BOX.left - bottom); at < x(to); at += 9) {
        line(pen, [at, bottom], [Math.min(at + 8, x(to)), bottom - 8]);
      }
    }
  }
  pen.globalAlpha = 0.5;
  pen.fillStyle = colour("watch");
  for (const { from_s, to_s } of trace.cuts) {
    pen.fillRect(x(from_s), BOX.top, Math.max(1.5, x(to_s) - x(from_s)), bottom - BOX.top);
  }
  pen.restore();
}

function curve(
  pen: CanvasRenderingContext2D,
  values: Float32Array,
  { fromS, stepS }: Drawn,
  span: Span,
  inner: number,
  y: (value: number) => number,
  x: (second: number) => number,
  ink: string,
  thick: number,
) {
  const sample = (second: number) => (second - fromS) / stepS;
  const columns = Math.round(inner);
  const { low, high } = minMax(values, sample(span.from), sample(span.to), columns);
  pen.strokeStyle = ink;
  pen.lineWidth = thick;
  pen.beginPath();
  let drawing = false;
  for (let column = 0; column < columns; column++) {
    const [least, most] = [low[column] ?? NaN, high[column] ?? NaN];
    if (Number.isNaN(least)) {
      drawing = false;
      continue;
    }
    const at = x(span.from) + column + 0.5;
    if (drawing) pen.lineTo(at, y(least));
    else pen.moveTo(at, y(least));
    pen.lineTo(at, y(most));
    drawing = true;
  }
  pen.stroke();
}

function seconds(
  pen: CanvasRenderingContext2D,
  span: Span,
  x: (second: number) => number,
  ink: string,
) {
  const size = span.to - span.from;
  const step = [0.5, 1, 2, 5, 10, 20, 30, 60, 120].find((one) => size / one < 10) ?? 300;
  pen.fillStyle = ink;
  pen.textAlign = "center";
  for (let at = Math.ceil(span.from / step) * step; at <= span.to; at += step) {
    pen.fillText(`${at} s`, x(at), HEIGHT - 8);
  }
}
