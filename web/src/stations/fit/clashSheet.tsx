import { Alert } from "../../ui/alert";
import { scaleLinear } from "@visx/scale";
import { LinePath } from "@visx/shape";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { Clearance } from "../../api/types";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { NumberRow } from "../../drawings/numberRow";
import { tape } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { FindingMark } from "../../ui/findingMark";
import { Pick } from "../../ui/pick";
import { RearView } from "./rearView";
import { SideDrawing } from "./sideDrawing";
import { TravelSliders } from "./travelSliders";
import { useFitView } from "./fitView";

const NATURES = { hot: "hot", moving: "moving", soft: "soft", still: "still" };

/** What bar, arms and links come near to through the travel, and what ends it. */
export function ClashSheet() {
  const { axle, fit, station, whole, setTravel } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const { gaps } = station.report;
  const [picked, setPicked] = useState<number | null>(gaps.find((gap) => !gap.fine)?.index ?? null);
  const shown = picked !== null && picked < (fit.obstacles ?? []).length ? picked : null;
  const take = (entries: string[][]) =>
    void attempt(() =>
      writes.enterAllOnPaper(
        "fitting",
        entries.map(([place = "", typed = ""]) => [`${axle}.${place}`, typed]),
      ),
    );
  const look = (gap: Clearance) => {
    setPicked(gap.index);
    setTravel({ left: gap.at_travel_m, right: gap.at_travel_m });
  };

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <SideDrawing measures={false} obstacles picked={shown} />
        <TravelSliders />
        <RearView obstacles picked={shown} />
        {shown !== null && <ObstacleEditor index={shown} onGone={() => setPicked(null)} />}
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <h2 className="font-semibold">Least gaps through the travel</h2>
        <ul aria-label="Least gaps">
          {gaps.map((gap) => (
            <li key={gap.index} className="border-t border-line py-2 text-sm">
              <div className="flex gap-3">
                {gap.fine ? (
                  <span aria-hidden="true" className="w-4 text-center text-pale">
                    ✓
                  </span>
                ) : (
                  <FindingMark kind={gap.least_m < 0 ? "stop" : "fix"} />
                )}
                <button
                  type="button"
                  className="min-h-11 flex-1 text-left hover:text-after"
                  onClick={() => look(gap)}
                >
                  <span className={gap.fine ? "" : "font-semibold text-stop"}>{gap.name}</span>:{" "}
                  <span className="figure">{tape(gap.least_m)}</span> of{" "}
                  <span className="figure">{tape(gap.needs_m)}</span>{" "}
                  <span className="text-pale">
                    ({NATURES[gap.nature]}),{" "}
                    {gap.rod === "bar" ? "bar’s middle" : `${gap.side} ${gap.rod}`},{" "}
                    {where(gap.at_travel_m)}
                  </span>
                </button>
              </div>
              <GapCurve gap={gap} />
              {gap.fixes.map((fix) => (
                <p key={fix.text} className="mt-1 flex items-baseline justify-between gap-3 pl-7">
                  <span>{fix.text}</span>
                  {writable && fix.entries.length > 0 && (
                    <Button onClick={() => take(fix.entries)}>Take it</Button>
                  )}
                </p>
              ))}
            </li>
          ))}
        </ul>
        <p className="mt-1 text-xs text-pale">
          Gaps are to simple shapes of what is there. Check each by hand and by eye on the vehicle,
          hot and cold, before it is driven.
        </p>
        {writable && (
          <div className="mt-3 flex flex-wrap items-center gap-2">
            <label className="text-sm text-pale">
              Place another{" "}
              <select
                aria-label="Place another obstacle"
                className="min-h-11 border border-ink bg-paper px-2 text-ink"
                value=""
                onChange={(event) => {
                  const next = fit.obstacles?.length ?? 0;
                  void attempt(() => writes.changeFitPart(axle, event.target.value, true)).then(
                    (kept) => kept && setPicked(next),
                  );
                }}
              >
                <option value="">obstacle …</option>
                {Object.entries(whole.obstacles).map(([key, name]) => (
                  <option key={key} value={key}>
                    {name}
                    {key.startsWith("axle")
                      ? " on the axle"
                      : key.startsWith("frame")
                        ? " on the frame"
                        : ""}
                  </option>
                ))}
              </select>
            </label>
          </div>
        )}
        <Alert>{refusal?.message}</Alert>
      </div>
    </div>
  );
}

const where = (travel: number) =>
  Math.abs(travel) < 0.003
    ? "at ride height"
    : `at ${tape(Math.abs(travel))} of ${travel > 0 ? "bump" : "droop"}`;

/** The gap over the travel, with what is needed as a line. */
function GapCurve({ gap }: { gap: Clearance }) {
  const { station, travel } = useFitView();
  const nodes = station.report.travel_m;
  const [from, to] = [nodes[0] ?? 0, nodes.at(-1) ?? 1];
  const known = gap.curve_m.filter((one) => one !== null);
  const [low, high] = [Math.min(0, ...known), Math.max(gap.needs_m * 1.5, ...known)];
  const x = scaleLinear<number>({ domain: [from, to], range: [0, 300] });
  const y = scaleLinear<number>({ domain: [low, high], range: [32, 4] });
  const here = (travel.left + travel.right) / 2;
  return (
    <svg
      viewBox="0 0 300 36"
      preserveAspectRatio="none"
      className="ml-7 block h-6 w-[calc(100%-1.75rem)]"
      aria-hidden="true"
    >
      <line
        x1={0}
        x2={300}
        y1={y(gap.needs_m)}
        y2={y(gap.needs_m)}
        stroke="var(--stop)"
        strokeDasharray="4 3"
      />
      <line x1={x(here)} x2={x(here)} y1={0} y2={36} className="pale-1" />
      <LinePath
        data={gap.curve_m}
        defined={(one) => one !== null}
        x={(_, i) => x(nodes[i] ?? 0)}
        y={(one) => y(one ?? 0)}
        fill="none"
        stroke={gap.fine ? "var(--after)" : "var(--stop)"}
        strokeWidth={1.6}
      />
    </svg>
  );
}

const SHAPES = [
  { value: "circle", text: "circle" },
  { value: "box", text: "box" },
  { value: "segment", text: "pipe or rod" },
];
const MOVES = [
  { value: "frame", text: "the frame" },
  { value: "between", text: "half of each" },
  { value: "axle", text: "the axle" },
];

/** One obstacle's numbers: where it is and what it asks. */
function ObstacleEditor({ index, onGone }: { index: number; onGone: () => void }) {
  const { axle, path, fit } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const one = fit.obstacles?.[index];
  if (one === undefined) return null;
  const place = `${path}.obstacles.${index}`;
  const put = (name: string) => (typed: string) =>
    void attempt(() => writes.enterOnPaper("fitting", `${axle}.obstacles.${index}.${name}`, typed));
  return (
    <section aria-label={`Place of ${one.name}`} className="mt-3">
      <h2 className="font-semibold">{one.name}</h2>
      <div className="grid gap-x-8 sm:grid-cols-2">
        <NumberRow place={`${place}.height_m`} label="Middle above ground" />
        <NumberRow place={`${place}.forward_m`} label="Middle forward of the axle" />
        {one.shape !== "box" && (
          <NumberRow
            place={`${place}.size_m`}
            label={one.shape === "circle" ? "Diameter" : "Thickness"}
          />
        )}
        {one.shape !== "circle" && (
          <NumberRow place={`${place}.run_m`} label="From end to end, forward" />
        )}
        {one.shape !== "circle" && (
          <NumberRow
            place={`${place}.rise_m`}
            label={one.shape === "box" ? "Height of it" : "Rises to the front"}
          />
        )}
        <NumberRow place={`${place}.needs_m`} label="Gap it needs, if its sheet says" />
        <Pick
          label="Shape"
          value={one.shape}
          options={SHAPES}
          disabled={!writable}
          onChange={put("shape")}
        />
        <Pick
          label="It is"
          value={one.nature}
          options={Object.entries(NATURES).map(([value, text]) => ({ value, text }))}
          disabled={!writable}
          onChange={put("nature")}
        />
        <Pick
          label="It moves with"
          value={one.moves}
          options={MOVES}
          disabled={!writable}
          onChange={put("moves")}
        />
        <Pick
          label="It is there"
          value={one.sides}
          options={[
            { value: "once", text: "once" },
            { value: "both", text: "on both sides" },
          ]}
          disabled={!writable}
          onChange={put("sides")}
        />
      </div>
      {writable && (
        <Button
          className="mt-2"
          onClick={() =>
            void attempt(() => writes.changeFitPart(axle, `obstacles.${index}`, false)).then(
              (kept) => kept && onGone(),
            )
          }
        >
          It is not there
        </Button>
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}
