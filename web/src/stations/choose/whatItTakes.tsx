import { shownAs } from "../../api/units";
import { Drawing } from "../../drawings/drawing";
import { AxisBottom, AxisLeft } from "@visx/axis";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import { AXIS, AXIS_LABEL, UPRIGHT_LABEL } from "../../drawings/axes";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { useSizes } from "../../api/choose";
import { AxleSwitch } from "../../job/axleSwitch";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { AxleName } from "../../api/types";
import { lookUp } from "../../drawings/lookup";
import { bareKnown, caliper, degrees, inDegrees, percent } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Slider } from "../../ui/slider";

const WIDTH = 460;
const HEIGHT = 190;
const BOX = { left: 44, right: 12, top: 12, bottom: 34 };
/** Thinner and thicker bars are not fitted to vehicles. */
const RANGE_MM = [14, 60] as const;

type WhatItTakesProps = { axle: AxleName; onAxle: (axle: AxleName) => void };

/** The diameter it would take at one axle: slide it, and read what comes out. */
export function WhatItTakes({ axle, onAxle }: WhatItTakesProps) {
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const navigate = useNavigate();
  const sizes = useSizes(job, axle, loadKey);
  const [slid, setSlid] = useState<number | null>(null);
  const title = "What would it take";
  const choice = job.set_up[axle];
  if (sizes.isLoadingError || !sizes.data) {
    return (
      <section aria-label={title} className="mt-4">
        <AxleSwitch title={title} axle={axle} onChange={onAxle} />
        <p className="py-2 text-sm text-pale">
          {sizes.isLoadingError ? sizes.error.message : "Working it out …"}
        </p>
      </section>
    );
  }
  const { curve, size, target_lean_rad: aimed, why_not: whyNot } = sizes.data;
  const standard = size ? size.next_standard_m * 1e3 : null;
  const shown = slid ?? standard ?? (choice?.fitted.bar.outside_diameter_m.value ?? 0.032) * 1e3;
  const read = (row: number[]) => lookUp([row], [0], curve.diameter_m, 0, shown / 1e3);

  return (
    <section aria-label={title} className="mt-4">
      <AxleSwitch title={title} axle={axle} onChange={onAxle} />
      <SizeChart curve={curve} at={shown} aimed={aimed ?? null} standard={standard} />
      <Slider
        label="Diameter"
        value={shown}
        min={RANGE_MM[0]}
        max={RANGE_MM[1]}
        step={0.5}
        shown={caliper(shown / 1e3)}
        onChange={setSlid}
      />
      <p className="text-sm" data-testid="size-says">
        {caliper(shown / 1e3)} leans {degrees(read(curve.lean_rad))} in the bend and{" "}
        {degrees(read(curve.wind_lean_rad))} in the wind, front–rear balance{" "}
        {percent(read(curve.front_share))}.
      </p>
      <p className="py-1 text-sm text-pale">
        {size
          ? `The target takes ${caliper(size.diameter_m)} on this vehicle; the next standard size is ${caliper(size.next_standard_m)}, which leans ${degrees(size.standard_lean_rad)}.`
          : whyNot}
      </p>
      {writable && choice && (
        <Button
          className="text-sm"
          onClick={() => {
            void writes.enterOnSetUp(
              `${axle}.fitted.bar.outside_diameter_m`,
              `${shown.toFixed(1)} mm`,
              "estimated",
            );
            const params = { jobId: String(job.id) };
            void navigate({ to: "/jobs/$jobId/choose", params, search: { axle } });
          }}
        >
          Try {caliper(shown / 1e3)} in the lean
        </Button>
      )}
    </section>
  );
}

type SizeChartProps = {
  curve: { diameter_m: number[]; lean_rad: number[] };
  at: number;
  aimed: number | null;
  standard: number | null;
};

function SizeChart({ curve, at, aimed, standard }: SizeChartProps) {
  const points = curve.diameter_m
    .map((size, i) => ({ mm: size * 1e3, lean: curve.lean_rad[i] ?? 0 }))
    .filter(({ mm }) => mm >= RANGE_MM[0] && mm <= RANGE_MM[1]);
  const most = inDegrees(Math.max(...points.map(({ lean }) => lean), aimed ?? 0));
  const x = scaleLinear<number>({ domain: [...RANGE_MM], range: [BOX.left, WIDTH - BOX.right] });
  const y = scaleLinear<number>({ domain: [0, most], range: [HEIGHT - BOX.bottom, BOX.top] });
  return (
    <Drawing
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label="Lean over the bar's diameter, with what is aimed at."
    >
      <AxisLeft
        {...AXIS}
        left={BOX.left}
        scale={y}
        tickLabelProps={UPRIGHT_LABEL}
        tickFormat={(v) => `${v.toString()}°`}
      />
      <AxisBottom
        {...AXIS}
        top={HEIGHT - BOX.bottom}
        scale={x}
        hideTicks
        tickFormat={(v) => bareKnown(Number(v) / 1e3, "small_length", 1e-3)}
        tickLabelProps={AXIS_LABEL}
      />
      <text className="pale" x={WIDTH - BOX.right} y={HEIGHT - 3} textAnchor="end">
        outside diameter, {shownAs("small_length").symbol}
      </text>
      {points.map(({ mm, lean }) => (
        <line
          key={mm}
          className="pale-1"
          x1={x(mm)}
          x2={x(mm)}
          y1={HEIGHT - BOX.bottom}
          y2={HEIGHT - BOX.bottom + (standard !== null && Math.abs(mm - standard) < 0.01 ? 9 : 3)}
          data-lean={lean}
        />
      ))}
      {aimed !== null && (
        <g>
          <line
            x1={BOX.left}
            x2={WIDTH - BOX.right}
            y1={y(inDegrees(aimed))}
            y2={y(inDegrees(aimed))}
            stroke="var(--ink)"
            strokeDasharray="2 3"
          />
          <text className="pale" x={WIDTH - BOX.right} y={y(inDegrees(aimed)) - 5} textAnchor="end">
            aimed at {degrees(aimed)}
          </text>
        </g>
      )}
      <LinePath
        className="after-line"
        data={points}
        x={({ mm }) => x(mm)}
        y={({ lean }) => y(inDegrees(lean))}
      />
      <circle
        cx={x(at)}
        cy={y(inDegrees(lookUp([curve.lean_rad], [0], curve.diameter_m, 0, at / 1e3)))}
        r={6}
        fill="var(--after)"
      />
      {standard !== null && (
        <text className="num" x={x(standard)} y={BOX.top + 8} textAnchor="middle">
          ↓ {bareKnown(standard / 1e3, "small_length", 1e-4)}
        </text>
      )}
    </Drawing>
  );
}
