import { useAttempt } from "../../api/attempt";
import type { OfferedLink, StackPiece } from "../../api/types";
import { useJobView } from "../../app/jobContext";
import { useWritable } from "../../app/session";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped, millimetres as mm } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";
import { SchoolPick } from "./schoolPick";
import { scoreOf } from "./score";
import { SideDrawing } from "./sideDrawing";
import { StackDrawing } from "./stackDrawing";
import { TravelSliders } from "./travelSliders";
import { useFitView } from "./fitView";

const HANDS = ["none", "left", "right"].map((value) => ({ value, text: value }));

/** The link: its length, its thread, its bushings, its hand. */
export function LinksSheet() {
  const { axle, path, fit, station } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const { advice, left, right } = station.report;
  const put = (entries: [string, string][]) =>
    void attempt(() =>
      writes.enterAllOnPaper(
        "fitting",
        entries.map(([place, typed]) => [`${axle}.${place}`, typed]),
      ),
    );
  const typed = (metres: number) => `${(metres * 1e3).toFixed(1)} mm`;
  const lengths = (link_m: number): [string, string][] => [
    ["left.link_m", typed(link_m)],
    ["right.link_m", typed(link_m)],
  ];
  const setBoth = (link_m: number) => put(lengths(link_m));
  const takeLink = (one: OfferedLink) =>
    put([
      // Each step must hold: the longest stays above the shortest.
      ...(one.from_m > fit.link.to_m.value
        ? ([["link.to_m", typed(one.to_m)]] as [string, string][])
        : []),
      ["link.from_m", typed(one.from_m)],
      ["link.to_m", typed(one.to_m)],
      ["link.part_number", one.name.slice(0, 40)],
      ...lengths(one.link_m),
    ]);
  const fixed = fit.link.to_m.value - fit.link.from_m.value < 1e-4;

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <SideDrawing measures={false} obstacles={false} />
        <TravelSliders />
        <h2 className="mt-4 font-semibold">Reach against the shock</h2>
        <table className="w-full max-w-xl text-sm">
          <thead>
            <tr className="text-right text-xs text-pale">
              <th />
              <th className="font-normal">link reaches</th>
              <th className="font-normal">stop comes at</th>
              <th className="font-normal">to spare</th>
            </tr>
          </thead>
          <tbody>
            {(["left", "right"] as const).flatMap((side) => {
              const tape = { left, right }[side];
              return [
                ["droop", tape.reach_droop_m, fit.droop_m.value] as const,
                ["bump", tape.reach_bump_m, fit.bump_m.value] as const,
              ].map(([way, reach, stop]) => (
                <tr key={`${side} ${way}`} className="border-t border-line text-right">
                  <td className="py-1 text-left">
                    {side}, {way}
                  </td>
                  <td className="figure">{reach === null ? "no end" : mm(reach)}</td>
                  <td className="figure">{mm(stop)}</td>
                  <td className={`figure ${reach !== null && reach < stop ? "text-stop" : ""}`}>
                    {reach === null ? "–" : mm(reach - stop)}
                  </td>
                </tr>
              ));
            })}
          </tbody>
        </table>
        <p className="text-sm text-pale">
          The link must never be what stops the droop: on a lift the axle would hang on it.
        </p>
        <Stack onUse={setBoth} />
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <SchoolPick matter="attitude" />
        <section aria-label="Link length">
          <h2 className="font-semibold">What it should be</h2>
          {advice.wanted_m === null ? (
            <p className="text-sm">{advice.why_not}</p>
          ) : (
            <p className="text-sm">
              Our way wants{" "}
              <span className="figure font-semibold" data-testid="wanted-link">
                {mm(advice.wanted_m)}
              </span>{" "}
              eye to eye; fitted are <span className="figure">{mm(fit.left.link_m.value)}</span>{" "}
              left and <span className="figure">{mm(fit.right.link_m.value)}</span> right.
              {Math.abs(advice.lift_m) > 0.001 && advice.standard_m !== null && (
                <>
                  {" "}
                  In it is the {advice.lift_m > 0 ? "lift" : "lowering"} of{" "}
                  <span className="figure">{mm(Math.abs(advice.lift_m))}</span>: at standard height
                  it would be <span className="figure">{mm(advice.standard_m)}</span>.
                </>
              )}
            </p>
          )}
          {advice.wanted_m !== null && writable && !fixed && (
            <Button
              className="mt-1"
              onClick={() =>
                setBoth(
                  clamped(
                    advice.wanted_m ?? 0,
                    fit.link.from_m.value,
                    advice.longest_safe_m ?? fit.link.to_m.value,
                  ),
                )
              }
            >
              Set both to it, as far as the link goes
            </Button>
          )}
          <table className="mt-2 w-full text-sm">
            <caption className="text-left font-semibold">On the racks, nearest first</caption>
            <tbody>
              {advice.offered.slice(0, 6).map((one) => (
                <tr key={one.name} className="border-t border-line">
                  <td className="py-1">{one.name}</td>
                  <td className="figure text-right">{mm(one.link_m)}</td>
                  <td className="pl-3 text-right text-xs text-pale">
                    {one.off === null
                      ? "does not go in"
                      : Math.abs(one.short_m) < 1e-4
                        ? "as wanted"
                        : `leaves arm at ${degrees(one.arm_rad ?? 0, 0)}, ${scoreOf(one.off, station.report.attitude)}`}
                  </td>
                  <td className="pl-2 text-right">
                    {writable && one.off !== null && (
                      <button
                        type="button"
                        className="min-h-9 text-after underline underline-offset-4"
                        aria-label={`Take ${one.name}`}
                        onClick={() => takeLink(one)}
                      >
                        Take
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {advice.offered.length === 0 && (
            <p className="text-sm text-pale">No link on the racks is made for this axle’s load.</p>
          )}
        </section>
        <h2 className="mt-4 font-semibold">The link that is fitted</h2>
        {fit.link.part_number && <p className="text-sm">{fit.link.part_number}</p>}
        <NumberRow place={`${path}.left.link_m`} label="Left, eye to eye" />
        <NumberRow place={`${path}.right.link_m`} label="Right, eye to eye" />
        <NumberRow place={`${path}.link.from_m`} />
        <NumberRow place={`${path}.link.to_m`} />
        <NumberRow place={`${path}.link.thread_length_m`} />
        <NumberRow place={`${path}.link.joint_angle_rad`} />
        <NumberRow place={`${path}.link.diameter_m`} />
        <NumberRow place={`${path}.link.offset_m`} label="Offset, if it is handed" />
        {fit.link.offset_m && (
          <>
            {(["left", "right"] as const).map((side) => (
              <Pick
                key={side}
                label={`Stamped on the ${side} link`}
                value={fit.link[`${side}_hand`] ?? "none"}
                disabled={!writable}
                onChange={(hand) => put([[`link.${side}_hand`, hand]])}
                options={HANDS}
              />
            ))}
          </>
        )}
        <p className="mt-1 text-sm">
          {advice.engagement_m !== null && advice.engagement_needed_m !== null && (
            <>
              Thread that holds:{" "}
              <span
                className={`figure ${advice.engagement_m < advice.engagement_needed_m ? "font-semibold text-stop" : ""}`}
              >
                {mm(advice.engagement_m)}
              </span>{" "}
              of at least <span className="figure">{mm(advice.engagement_needed_m)}</span>, one and
              a half diameters; longest safe setting{" "}
              <span className="figure">{mm(advice.longest_safe_m ?? 0)}</span>.{" "}
            </>
          )}
          {left.swing_rad !== null && (
            <>
              Its joints swing <span className="figure">{degrees(left.swing_rad, 0)}</span> from
              ride height.
            </>
          )}
        </p>
        <p role="alert" className="min-h-5 text-sm text-stop">
          {refusal?.message}
        </p>
      </div>
    </div>
  );
}

const clamped = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high);

const PIECES: StackPiece[] = [
  "head",
  "washer",
  "bushing",
  "long bushing",
  "plate",
  "sleeve",
  "nut",
];

/** A cushioned link: its stack in order, its length, and the bolt it asks for. */
function Stack({ onUse }: { onUse: (link_m: number) => void }) {
  const { axle, path, fit, station } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const stack = station.report.stack;
  const order = fit.stack?.order ?? [];
  const put = (next: StackPiece[]) =>
    void attempt(() => writes.enterOnPaper("fitting", `${axle}.stack.order`, next.join(", ")));
  const change = (there: boolean) => void attempt(() => writes.changeFitPart(axle, "stack", there));

  if (!fit.stack || !stack) {
    return writable ? (
      <p className="mt-4">
        <Button onClick={() => change(true)}>It is a link with bushings: draw its stack</Button>
      </p>
    ) : null;
  }
  return (
    <section aria-label="Bushing stack" className="mt-4">
      <h2 className="font-semibold">Stack of the link, from the bolt’s head</h2>
      <StackDrawing order={order} report={stack} />
      {stack.fault ? (
        <p className="text-sm font-semibold text-stop" role="status">
          Wrong order at piece {stack.fault.piece + 1}: {stack.fault.text}
        </p>
      ) : (
        <p className="text-sm">
          Eye to eye <span className="figure">{mm(stack.eye_to_eye_m ?? 0)}</span>
          {stack.swapped_m !== null && (
            <>
              , with the other bushings <span className="figure">{mm(stack.swapped_m)}</span>
            </>
          )}
          . Bolt:{" "}
          <span className="figure">
            {stack.bolt_m === null
              ? "none is made that long"
              : `${fit.stack.size} × ${mm(stack.bolt_m)}`}
          </span>
          . Tightened to a slight bulge of the bushings, never crushed; polyurethane hardly bulges.
        </p>
      )}
      {stack.crush && (
        <p className={`text-sm ${stack.crushed ? "font-semibold text-stop" : ""}`}>
          Tighten each to{" "}
          <span className="figure">{grouped(stack.crush.height_m * 1e3, 1)} mm</span>, a bulge of{" "}
          <span className="figure">{grouped(stack.crush.bulge_m * 1e3, 1)} mm</span>; below{" "}
          <span className="figure">{grouped(stack.crush.least_m * 1e3, 1)} mm</span> it is crushed.
        </p>
      )}
      {writable && (
        <>
          <ol className="my-2 flex flex-wrap gap-1">
            {order.map((piece, i) => (
              <li key={i} className="flex items-center border border-line">
                <select
                  aria-label={`Piece ${i + 1}`}
                  value={piece}
                  className="min-h-11 bg-paper px-1 text-sm"
                  onChange={(event) =>
                    put(
                      order.map((one, at) => (at === i ? (event.target.value as StackPiece) : one)),
                    )
                  }
                >
                  {PIECES.map((one) => (
                    <option key={one} value={one}>
                      {one}
                    </option>
                  ))}
                </select>
                <button
                  type="button"
                  aria-label={`Take piece ${i + 1} out`}
                  className="min-h-11 px-2 text-pale hover:text-stop"
                  onClick={() => put(order.filter((_, at) => at !== i))}
                >
                  ×
                </button>
              </li>
            ))}
          </ol>
          <p className="flex flex-wrap gap-2">
            {stack.eye_to_eye_m !== null && (
              <Button onClick={() => onUse(stack.eye_to_eye_m ?? 0)}>
                Use {mm(stack.eye_to_eye_m)} as the link’s length
              </Button>
            )}
            <Button onClick={() => put([...order.slice(0, -1), "washer", ...order.slice(-1)])}>
              Another piece before the nut
            </Button>
            <Button onClick={() => change(false)}>No bushings</Button>
          </p>
        </>
      )}
      <div className="grid gap-x-8 sm:grid-cols-2">
        {[
          "bushing_m",
          "free_m",
          "outside_m",
          "long_bushing_m",
          "washer_m",
          "plate_m",
          "sleeve_m",
        ].map((name) => (
          <NumberRow key={name} place={`${path}.stack.${name}`} />
        ))}
        <Pick
          label="Bushings are of"
          value={fit.stack.material ?? "polyurethane"}
          disabled={!writable}
          onChange={(material) =>
            void attempt(() => writes.enterOnPaper("fitting", `${axle}.stack.material`, material))
          }
          options={[
            { value: "polyurethane", text: "polyurethane" },
            { value: "rubber", text: "rubber" },
          ]}
        />
      </div>
      <p role="alert" className="min-h-5 text-sm text-stop">
        {refusal?.message}
      </p>
    </section>
  );
}
