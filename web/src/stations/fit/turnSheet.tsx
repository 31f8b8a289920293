import { useEffect, useMemo, useRef, useState } from "react";
import { useJobView } from "../../app/jobContext";
import { grouped } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Slider } from "../../ui/slider";
import { poseAt } from "./pose";
import { barSpots, blocksOf, linkSpots } from "./turnGeometry";
import type { Spot } from "./turnGeometry";
import { drawsInSpace, openStage } from "./turntable";
import type { Eye, Rod, Solid } from "./turntable";
import { TravelSliders } from "./travelSliders";
import { useFitView } from "./fitView";

const FROM_BEHIND: Eye = { turn: (Math.PI * 5) / 4, raise: 0.35, distance: 2.9 };
const VIEWS: [string, Eye][] = [
  ["From behind left", { ...FROM_BEHIND, turn: (Math.PI * 3) / 4 }],
  ["From the side", { turn: Math.PI / 2, raise: 0.04, distance: 2.9 }],
  ["From below", { turn: Math.PI, raise: -0.7, distance: 2.9 }],
];
const STEP = 0.12;

/** The undercarriage on a turntable, moving through its travel, with what it hits. */
export function TurnSheet() {
  const { axle, fit, station, travel, setTravel } = useFitView();
  const { job } = useJobView();
  const { report } = station;
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useRef<ReturnType<typeof openStage> | null>(null);
  const [eye, setEye] = useState(FROM_BEHIND);
  const [drawn] = useState(drawsInSpace);
  const held = useRef<{ x: number; y: number } | null>(null);

  const scene = useMemo(() => {
    const poses = {
      left: poseAt(fit, report, "left", travel.left),
      right: poseAt(fit, report, "right", travel.right),
    };
    const mean = (travel.left + travel.right) / 2;
    const rods: Rod[] = [];
    const solids: Solid[] = [];
    const sheet = job.sheet[axle];
    const hub = sheet.wheel_centre_height_m.value;
    const half = sheet.track_m.value / 2;
    if (poses.left && poses.right) {
      const both = { left: poses.left, right: poses.right };
      const bar = barSpots(fit, report, both);
      const radius = report.bar.outside_diameter_m.value / 2;
      bar.forEach((to, i) => {
        const from = bar[i - 1];
        if (from) rods.push({ from, to, radius, colour: "ink" });
      });
      for (const side of ["left", "right"] as const) {
        const [from, to] = linkSpots(fit, bar, both, side);
        rods.push({ from, to, radius: fit.link.diameter_m.value / 2, colour: "after" });
      }
    }
    rods.push({
      from: [0, -half + 0.1, hub + travel.right],
      to: [0, half - 0.1, hub + travel.left],
      radius: 0.045,
      colour: "before",
    });
    report.obstacles.forEach((one, i) => {
      const gap = report.gaps.find(({ index }) => index === i);
      const near = gap !== undefined && !gap.fine;
      for (const block of blocksOf(one, mean)) {
        solids.push({
          ...block,
          colour: near ? "stop" : one.carries_link ? "line" : "pale",
          // What is large would hide what is behind it.
          clear: near ? 0.25 : one.carries_link ? 0.45 : block.size[2] > 0.35 ? 0.82 : 0.62,
        });
      }
    });
    return { rods, solids, ground: mean };
  }, [axle, fit, job.sheet, report, travel]);

  const centre = useMemo((): Spot => {
    const spot = fit.bar_places[0];
    return [(spot?.forward_m.value ?? 0) * 0.7, 0, (spot?.height_m.value ?? 0.4) + 0.1];
  }, [fit]);

  useEffect(() => {
    if (canvas.current === null) return;
    stage.current = openStage(canvas.current);
    return () => {
      stage.current?.close();
      stage.current = null;
    };
  }, []);

  useEffect(() => {
    stage.current?.put(scene.rods, scene.solids, scene.ground);
  }, [scene]);
  useEffect(() => {
    const frame = requestAnimationFrame(() => stage.current?.draw(eye, centre));
    return () => cancelAnimationFrame(frame);
  }, [eye, scene, centre]);

  const turnBy = (turn: number, raise: number) =>
    setEye((was) => ({
      ...was,
      turn: was.turn + turn,
      raise: Math.max(-1.4, Math.min(1.4, was.raise + raise)),
    }));
  const clash = report.gaps.find((gap) => !gap.fine);

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_1fr]">
      <div>
        {!drawn ? (
          <p className="py-8">
            This browser draws nothing in space. Everything is in the side view, the rear view and
            the list of obstacles.
          </p>
        ) : (
          <canvas
            ref={canvas}
            tabIndex={0}
            role="img"
            aria-label={`Turntable of the ${axle} undercarriage. Drag or use the arrow keys to turn it.`}
            data-testid="turntable"
            className="h-[460px] w-full touch-none border border-line"
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              held.current = { x: event.clientX, y: event.clientY };
            }}
            onPointerMove={(event) => {
              const from = held.current;
              if (from === null) return;
              turnBy((from.x - event.clientX) / 160, (event.clientY - from.y) / 200);
              held.current = { x: event.clientX, y: event.clientY };
            }}
            onPointerUp={() => {
              held.current = null;
            }}
            onKeyDown={(event) => {
              const step = {
                ArrowLeft: [-STEP, 0],
                ArrowRight: [STEP, 0],
                ArrowUp: [0, STEP],
                ArrowDown: [0, -STEP],
              }[event.key];
              if (step === undefined) return;
              event.preventDefault();
              turnBy(step[0] ?? 0, step[1] ?? 0);
            }}
          />
        )}
        <TravelSliders />
      </div>
      <div>
        <h2 className="font-semibold">Look from</h2>
        <p className="flex flex-wrap gap-2">
          <Button onClick={() => setEye(FROM_BEHIND)}>From behind right</Button>
          {VIEWS.map(([name, view]) => (
            <Button key={name} onClick={() => setEye(view)}>
              {name}
            </Button>
          ))}
        </p>
        <Slider
          label="Distance"
          min={1.2}
          max={5}
          step={0.1}
          value={eye.distance}
          shown={`${grouped(eye.distance, 1)} m`}
          onChange={(distance) => setEye({ ...eye, distance })}
        />
        <h2 className="mt-4 font-semibold">What it hits</h2>
        {clash ? (
          <p className="text-sm">
            <span className="font-semibold text-stop">{clash.name}</span>:{" "}
            <span className="figure">{grouped(clash.least_m * 1e3, 0)} mm</span> of{" "}
            <span className="figure">{grouped(clash.needs_m * 1e3, 0)} mm</span>.{" "}
            <button
              type="button"
              className="min-h-9 text-after underline underline-offset-4"
              onClick={() => setTravel({ left: clash.at_travel_m, right: clash.at_travel_m })}
            >
              Go to that travel
            </button>
          </p>
        ) : (
          <p className="text-sm">Nothing that was placed is too near, anywhere in the travel.</p>
        )}
        <p className="mt-3 text-xs text-pale">
          Bar in ink, links in green, axle in slate, the frame and obstacles as clear blocks, brick
          where too near. Axles drawn as a plain tube.
        </p>
      </div>
    </div>
  );
}
