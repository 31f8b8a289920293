import { useEffect, useMemo, useRef, useState } from "react";
import type { ReactNode } from "react";
import { Button } from "../../ui/button";
import { BOX, HEIGHT, draw, drawnOf, farthest, kept, wholeOf } from "./traceDrawing";
import type { Layer, Span } from "./traceDrawing";

/** Nearer than this nobody looks [s]. */
const NEAREST_S = 2;

type TraceCanvasProps = {
  /** One run, or one laid over another; what stood and what was cut is the first one's. */
  layers: readonly [Layer, ...Layer[]];
  /** What its lines mean. */
  legend: ReactNode;
};

/** Curves of runs on a canvas; dragged along, brought nearer by the wheel or by keys. */
export function TraceCanvas({ layers, legend }: TraceCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pieces = useMemo(() => layers.flatMap(drawnOf), [layers]);
  const reach = useMemo(
    () => ({ lateral: farthest(pieces, ["lateral"]), roll: farthest(pieces, ["roll", "model"]) }),
    [pieces],
  );
  const whole = useMemo(() => wholeOf(pieces), [pieces]);
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
    if (canvas.current && width > 0) draw(canvas.current, width, pieces, reach, layers[0], span);
  }, [pieces, reach, layers, span, width]);

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
        <p className="content-center text-pale">{legend}</p>
      </div>
    </div>
  );
}
