import { useEffect, useMemo, useRef, useState } from "react";
import { tape } from "../../drawings/quantity";
import { useJobView } from "../../job/context";
import { Button } from "../../ui/button";
import { useFitView } from "./fitView";
import { TravelSliders } from "./travelSliders";
import type { Spot } from "./turnGeometry";
import { turnScene } from "./turnScene";
import { drawsInSpace, openStage } from "./turntable";
import type { Eye } from "./turntable";

const DISTANCE = 2.9;
const BEHIND_RIGHT: Eye = { turn: (Math.PI * 5) / 4, raise: 0.35, distance: DISTANCE };
const VIEWS: [string, Eye][] = [
  ["From behind right", BEHIND_RIGHT],
  ["From behind left", { ...BEHIND_RIGHT, turn: (Math.PI * 3) / 4 }],
  ["From the side", { turn: Math.PI / 2, raise: 0.04, distance: DISTANCE }],
  ["From below", { turn: Math.PI, raise: -0.7, distance: DISTANCE }],
];

/** The undercarriage on a turntable, moving through its travel, with what it hits. */
export function TurnSheet() {
  const { axle } = useFitView();
  const [drawn] = useState(drawsInSpace);
  const { canvas, look } = useStage(drawn);
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_1fr]">
      <div>
        {drawn ? (
          <canvas
            ref={canvas}
            tabIndex={0}
            role="application"
            aria-roledescription="turntable"
            aria-label={`Turntable of the ${axle} undercarriage. Drag or use the arrow keys to turn it, plus and minus to come nearer.`}
            data-testid="turntable"
            className="h-[460px] w-full touch-none border border-line"
          />
        ) : (
          <p className="py-8">
            This browser draws nothing in space. Everything is in the side view, the rear view and
            the list of obstacles.
          </p>
        )}
        <TravelSliders />
      </div>
      <div>
        <h2 className="font-semibold">Look from</h2>
        <p className="flex flex-wrap gap-2">
          {VIEWS.map(([name, view]) => (
            <Button key={name} onClick={() => look(view)}>
              {name}
            </Button>
          ))}
        </p>
        <p className="mt-2 text-sm text-pale">
          Drag or use the arrow keys to turn it; pinch, use the wheel, or + and − to come nearer.
        </p>
        <WhatItHits />
        <p className="mt-3 text-xs text-pale">
          Bar in ink, links in green, axle in slate, the frame and obstacles as clear blocks, brick
          where too near. Axles drawn as a plain tube.
        </p>
      </div>
    </div>
  );
}

/** The stage of a canvas, holding what this travel puts on it. */
function useStage(drawn: boolean) {
  const { axle, fit, station, travel } = useFitView();
  const { job } = useJobView();
  const canvas = useRef<HTMLCanvasElement>(null);
  const stage = useRef<ReturnType<typeof openStage> | null>(null);
  const scene = useMemo(
    () => turnScene(fit, station.report, job.sheet, axle, travel),
    [axle, fit, job.sheet, station.report, travel],
  );
  const centre = useMemo((): Spot => {
    const spot = fit.bar_places[0];
    return [(spot?.forward_m.value ?? 0) * 0.7, 0, (spot?.height_m.value ?? 0.4) + 0.1];
  }, [fit]);

  useEffect(() => {
    if (canvas.current === null) return;
    const opened = openStage(canvas.current);
    opened.look(BEHIND_RIGHT);
    stage.current = opened;
    return () => {
      opened.close();
      stage.current = null;
    };
  }, [drawn]);
  useEffect(() => {
    stage.current?.aim(centre);
    stage.current?.put(scene.rods, scene.solids, scene.ground);
  }, [centre, scene]);

  return { canvas, look: (eye: Eye) => stage.current?.look(eye) };
}

function WhatItHits() {
  const { station, setTravel } = useFitView();
  const clash = station.report.gaps.find((gap) => !gap.fine);
  return (
    <>
      <h2 className="mt-4 font-semibold">What it hits</h2>
      {clash ? (
        <p className="text-sm">
          <span className="font-semibold text-stop">{clash.name}</span>:{" "}
          <span className="figure">{tape(clash.least_m)}</span> of{" "}
          <span className="figure">{tape(clash.needs_m)}</span>.{" "}
          <button
            type="button"
            className="min-h-11 text-after underline underline-offset-4"
            onClick={() => setTravel({ left: clash.at_travel_m, right: clash.at_travel_m })}
          >
            Go to that travel
          </button>
        </p>
      ) : (
        <p className="text-sm">Nothing that was placed is too near, anywhere in the travel.</p>
      )}
    </>
  );
}
