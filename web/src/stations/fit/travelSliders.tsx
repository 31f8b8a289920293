import { useState } from "react";
import { tape } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Slider } from "../../ui/slider";
import { useFitView } from "./fitView";

const STEP_M = 0.001;

const said = (travel: number) =>
  Math.abs(travel) < STEP_M / 2
    ? "ride height"
    : `${tape(Math.abs(travel))} ${travel > 0 ? "bump" : "droop"}`;

/** The axle's travel from droop to bump, both sides together or one alone. */
export function TravelSliders() {
  const { station, travel, setTravel } = useFitView();
  const [apart, setApart] = useState(false);
  const nodes = station.report.travel_m;
  const [low, high] = [nodes[0] ?? -0.1, nodes.at(-1) ?? 0.1];
  const range = { min: low, max: high, step: STEP_M };
  return (
    <div className="mt-1 flex flex-wrap items-center gap-3">
      {apart ? (
        <>
          <Slider
            label="Travel, left"
            {...range}
            value={travel.left}
            shown={said(travel.left)}
            onChange={(left) => setTravel({ ...travel, left })}
          />
          <Slider
            label="Travel, right"
            {...range}
            value={travel.right}
            shown={said(travel.right)}
            onChange={(right) => setTravel({ ...travel, right })}
          />
        </>
      ) : (
        <Slider
          label="Travel"
          {...range}
          value={travel.left}
          shown={said(travel.left)}
          onChange={(both) => setTravel({ left: both, right: both })}
        />
      )}
      <Button
        aria-pressed={apart}
        onClick={() => {
          if (apart) setTravel({ left: travel.left, right: travel.left });
          setApart(!apart);
        }}
      >
        {apart ? "Both together" : "One side alone"}
      </Button>
      <Button onClick={() => setTravel({ left: 0, right: 0 })}>Ride height</Button>
    </div>
  );
}
