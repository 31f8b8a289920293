import { useEffect, useMemo, useRef, useState } from "react";
import type { RunTrace, TracePiece } from "../../api/types";
import { inDegrees, inG } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { minMax } from "./minMax";

const HEIGHT = 420;
const BOX = { left: 68, right: 12, top: 16, bottom: 26, between: 30 };
/** Nearer than this nobody looks [s]. */
const NEAREST_S = 2;

type Drawn = {
  piece: TracePiece;
  lateral: Float32Array;
  roll: Float32Array;
  model: Float32Array;
};
/** How far each band of the canvas has to reach, worked out once and not with every frame. */
type Reach = { lateral: number; roll: number };
type Span = { from: number; to: number };

/** A run's curves on a canvas; dragged along, brought nearer by the wheel or by keys. */
export function TraceCanvas({ trace }: { trace: RunTrace }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pieces = useMemo(() => trace.pieces.map(drawnOf), [trace]);
  const reach = useMemo(
    () => ({ lateral: farthest(pieces, ["lateral"]), roll: farthest(pieces, ["roll", "model"]) }),
    [pieces],
  );
  const whole = useMemo(() => wholeOf(trace), [trace]);
  const [span, setSpan] = useState<Span>(whole);
  const [width, setWidth] = useState(0);
  const drag = useRef<{ x: number; span: Span } | null>(null);

  useEffect(() => {
    const here = canvas.current;
    if (here === null) return;
    const watch = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? 0));
    watch.observe(here);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (canvas.current && width > 0) draw(canvas.current, width, pieces, reach, trace, span);
  }, [pieces, reach, trace, span, width]);

  const secondsPerPx = (span.to - span.from) / Math.max(1, width - BOX.left - BOX.right);
  const move = (seconds: number) =>
    setSpan(kept({ from: span.from + seconds, to: span.to + seconds }, whole));
  const nearer = (part: number, at = 0.5) => {
    const size = Math.min(Math.max((span.to - span.from) * part, NEAREST_S), whole.to - whole.from);
    const middle = span.from + at * (span.to - span.from);
    setSpan(kept({ from: middle - at * size, to: middle + (1 - at) * size }, whole));
  };
  const size = span.to - span.from;
  const keys: Record<string, () => void> = {
    ArrowLeft: () => move(-size / 10),
    ArrowRight: () => move(size / 10),
    "+": () => nearer(0.7),
    "-": () => nearer(1 / 0.7),
    Home: () => setSpan(whole),
  };

  return (
    <div>
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={`Side pull and lean over ${Math.round(whole.to - whole.from)} seconds, with the fitted model. Arrows move along, + and - come nearer, Home shows all.`}
        data-testid="trace"
        data-from={span.from.toFixed(2)}
        data-to={span.to.toFixed(2)}
        style={{ height: HEIGHT }}
        className="block w-full cursor-grab touch-pan-y border border-line"
        onKeyDown={(event) => {
          const act = keys[event.key];
          if (act === undefined) return;
          event.preventDefault();
          act();
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drag.current = { x: event.clientX, span };
        }}
        onPointerMove={(event) => {
          if (drag.current === null) return;
          const { x, span: began } = drag.current;
          const seconds = (x - event.clientX) * secondsPerPx;
          setSpan(kept({ from: began.from + seconds, to: began.to + seconds }, whole));
        }}
        onPointerUp={() => (drag.current = null)}
        onWheel={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const at = (event.clientX - box.left - BOX.left) / (width - BOX.left - BOX.right);
          nearer(event.deltaY > 0 ? 1.15 : 1 / 1.15, Math.min(Math.max(at, 0), 1));
        }}
      />
      <div className="mt-2 flex flex-wrap gap-3 text-sm">
        <Button onClick={() => nearer(0.5)}>Nearer</Button>
        <Button onClick={() => nearer(2)}>Farther</Button>
        <Button onClick={() => setSpan(whole)}>All of it</Button>
        <p className="content-center text-pale">
          thin: as measured; <span className="text-after">thick: the fitted model</span>; hatched:
          it stood
        </p>
      </div>
    </div>
  );
}

function drawnOf(piece: TracePiece): Drawn {
  return {
    piece,
    lateral: Float32Array.from(piece.lateral_m_s2, inG),
    roll: Float32Array.from(piece.roll_rad, inDegrees),
    model: Float32Array.from(piece.model_rad, inDegrees),
  };
}

function wholeOf(trace: RunTrace): Span {
  const first = trace.pieces[0];
  const last = trace.pieces.at(-1);
  if (first === undefined || last === undefined) return { from: 0, to: 1 };
  return { from: first.from_s, to: last.from_s + last.step_s * (last.roll_rad.length - 1) };
}

/** A span moved back within the whole. */
function kept({ from, to }: Span, whole: Span): Span {
  const size = Math.min(to - from, whole.to - whole.from);
  const begin = Math.min(Math.max(from, whole.from), whole.to - size);
  return { from: begin, to: begin + size };
}

function draw(
  canvas: HTMLCanvasElement,
  width: number,
  pieces: Drawn[],
  reach: Reach,
  trace: RunTrace,
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
      curves: [["lateral", "ink", 1]],
    },
    {
      top: BOX.top + tall + BOX.between,
      most: reach.roll,
      unit: "°",
      curves: [
        ["roll", "before", 1],
        ["model", "after", 2],
      ],
    },
  ] as const;

  shade(pen, pieces, trace, x, colour);
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
    for (const [name, ink, thick] of band.curves) {
      for (const one of pieces) {
        curve(pen, one[name], one.piece, span, inner, y, x, colour(ink), thick);
      }
    }
  }
  seconds(pen, span, x, colour("pale"));
}

const farthest = (pieces: Drawn[], names: readonly ("lateral" | "roll" | "model")[]) =>
  pieces.reduce(
    (far, one) =>
      names.reduce((most, name) => one[name].reduce((m, v) => Math.max(m, Math.abs(v)), most), far),
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
  pieces: Drawn[],
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
  for (const { piece } of pieces) {
    for (const [from, to] of piece.still as [number, number][]) {
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
  piece: TracePiece,
  span: Span,
  inner: number,
  y: (value: number) => number,
  x: (second: number) => number,
  ink: string,
  thick: number,
) {
  const sample = (second: number) => (second - piece.from_s) / piece.step_s;
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
