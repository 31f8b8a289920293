import { Alert } from "../../ui/alert";
import { Row, Table } from "../../ui/table";
import { useAttempt } from "../../api/attempt";
import { TEMPLATES, templateUrl } from "../../api/fit";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { Dimension } from "../../drawings/dimension";
import { DimensionLine } from "../../drawings/dimensionLine";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { NumberCell, NumberRow } from "../../drawings/numberRow";
import { bareKnown, caliper, tape } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { shownAs } from "../../api/units";
import { useFitView } from "./fitView";
import { InsideRails } from "./insideRails";

const [WIDTH, HEIGHT] = [720, 380];
const SIZES = [
  "M8x1.25",
  "M10x1.5",
  "M12x1.75",
  "M12x1.25",
  "M14x2",
  "M16x2",
  "3/8-16",
  "1/2-13",
  "5/8-11",
];

/** Holes in the frame: marked from datum faces, drilled in steps, by a template at full size. */
export function DrillSheet() {
  const { axle, station, whole } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const plan = station.report.drilling;
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <RailFace />
        <Marks attempt={attempt} />
        {plan.marks.length === 0 && (
          <p className="text-sm">Nothing is drilled here: the bracket uses holes that are there.</p>
        )}
        {writable && (
          <Button
            className="mt-2"
            onClick={() => void attempt(() => writes.changeFitPart(axle, "drilled", true))}
          >
            Mark another hole
          </Button>
        )}
        <Alert>{refusal?.message}</Alert>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <Template />
        <RailAndGrip />
        <FromALevelBar attempt={attempt} />
        <ol className="mt-3 list-decimal pl-5 text-sm">
          <li>
            Look inside.{" "}
            {plan.backing.length > 0
              ? `Put a backing block behind the wall of the ${plan.backing.join(" and the ")} rail to save what runs there.`
              : "It is clear."}
          </li>
          <li>Mark from the lower edge and from plumb through the link’s upper bolt.</li>
          <li>Centre-punch, pilot {tape(0.003)}, open in steps; eye protection, slow and oiled.</li>
          <li>Deburr both faces, paint bare metal, let it dry before the bracket goes on.</li>
        </ol>
        <ul className="mt-3 border-t border-line pt-2 text-sm">
          {whole.cautions.map((caution) => (
            <li key={caution} className="py-0.5">
              {caution}
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

type Attempt = ReturnType<typeof useAttempt>["attempt"];

/** Every hole with its bolt, its drills and what is left around it. */
function Marks({ attempt }: { attempt: Attempt }) {
  const { axle, path, station } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const plan = station.report.drilling;
  return (
    <Table
      heads={[
        "hole",
        { text: "bolt", words: true },
        "there now",
        `drill in steps, ${shownAs("small_length").symbol}`,
        "to the edge",
        "to the next",
        "bolt length",
        "",
      ]}
      caption="On each side, mirrored"
      className="mt-2 w-full"
    >
      {plan.marks.map((mark, i) => (
        <Row key={mark.number}>
          <td className="py-1 text-left figure">{mark.number}</td>
          <td>
            <select
              aria-label={`Bolt of hole ${mark.number}`}
              className="min-h-11 bg-paper"
              value={mark.size}
              disabled={!writable}
              onChange={(event) =>
                void attempt(() =>
                  writes.enterOnPaper("fitting", `${axle}.drilled.${i}.size`, event.target.value),
                )
              }
            >
              {mark.size === "" && (
                <option value="" disabled>
                  pick a bolt
                </option>
              )}
              {[...new Set([mark.size, ...SIZES])].filter(Boolean).map((size) => (
                <option key={size}>{size}</option>
              ))}
            </select>
          </td>
          <td>
            <NumberCell place={`${path}.drilled.${i}.there_m`} />
          </td>
          <td className={mark.work === "too large" ? "font-semibold text-stop" : "figure"}>
            {mark.steps_m.length > 0
              ? mark.steps_m.map((step) => bareKnown(step, "small_length", 1e-4)).join(" · ")
              : mark.work}
          </td>
          <td
            className={`figure ${mark.edge_m < mark.edge_needed_m ? "font-semibold text-stop" : ""}`}
          >
            {caliper(mark.edge_m)}
            <span className="block text-xs text-pale">of {caliper(mark.edge_needed_m)}</span>
          </td>
          <td
            className={`figure ${(mark.apart_m ?? 1) < (mark.apart_needed_m ?? 0) ? "font-semibold text-stop" : ""}`}
          >
            {mark.apart_m === null ? "–" : caliper(mark.apart_m)}
            {mark.apart_needed_m !== null && (
              <span className="block text-xs text-pale">of {caliper(mark.apart_needed_m)}</span>
            )}
          </td>
          <td className="figure">{mark.bolt_m === null ? "studding" : `${tape(mark.bolt_m)}`}</td>
          <td>
            {writable && (
              <button
                type="button"
                className="min-h-11 px-2 text-pale hover:text-stop"
                aria-label={`Take hole ${mark.number} away`}
                onClick={() =>
                  void attempt(() => writes.changeFitPart(axle, `drilled.${i}`, false))
                }
              >
                ×
              </button>
            )}
          </td>
        </Row>
      ))}
    </Table>
  );
}

function Template() {
  const { axle, station } = useFitView();
  const { job } = useJobView();
  const plan = station.report.drilling;
  return (
    <>
      <h2 className="font-semibold">Template at full size</h2>
      <p className="text-sm">
        Print at 100 %, no scaling, and hold a rule to the 100 mm ruler before it is used. Left and
        right mirror: one sheet each.
      </p>
      {plan.marks.length > 0 && (
        <ul className="mt-1 text-sm">
          {(["left", "right"] as const).map((side) => (
            <li
              key={side}
              className="flex flex-wrap items-baseline gap-4 border-t border-line py-1"
            >
              <span className="w-24">{side === "left" ? "Left" : "Right"} side</span>
              {TEMPLATES.map((template) => (
                <a
                  key={template.name}
                  className="min-h-11 content-center text-after underline underline-offset-4"
                  href={templateUrl(job, axle, side, template)}
                  aria-label={`Template, ${side} side, ${template.name}`}
                >
                  {template.name}
                </a>
              ))}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function RailAndGrip() {
  const { path, station } = useFitView();
  return (
    <>
      <h2 className="mt-4 font-semibold">Rail and grip</h2>
      <NumberRow place={`${path}.rail.edge_m`} />
      <NumberRow place={`${path}.rail.depth_m`} />
      <NumberRow place={`${path}.rail.wall_m`} />
      <NumberRow place={`${path}.plate_m`} />
      <NumberRow place={`${path}.backing_m`} />
      <InsideRails />
      <NumberRow place={`${path}.rail.access_m`} />
      <NumberRow place={`${path}.rail.plate_m`} />
      {station.report.drilling.plate_goes_in && (
        <p className="py-1 text-sm">
          The nut plate goes in through that hole: fish it to its place on a wire.
        </p>
      )}
    </>
  );
}

/** Where the link's hole goes: the bar held level, plumb from its arm; taken over by a press. */
function FromALevelBar({ attempt }: { attempt: Attempt }) {
  const { axle, fit, station } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { bracket } = station.report;
  const hole = fit.left.link_hole ?? 0;
  const away = Math.hypot(bracket.moves_forward_m, bracket.moves_up_m);
  const take = async () => {
    const at = `${axle}.link_holes.${hole}`;
    await writes.enterOnPaper("fitting", `${at}.forward_m`, caliper(bracket.forward_m));
    await writes.enterOnPaper("fitting", `${at}.height_m`, caliper(bracket.height_m));
  };
  return (
    <section aria-label="Place from a level bar" className="mt-4 text-sm">
      <h2 className="text-base font-semibold">Bracket’s place from a level bar</h2>
      <p>
        Hold the bar level at ride height and plumb {fit.link_goes} from its arm: the link’s hole
        sits <span className="figure">{tape(bracket.forward_m)}</span> forward of the axle and{" "}
        <span className="figure">{tape(Math.abs(bracket.above_edge_m))}</span>{" "}
        {bracket.above_edge_m >= 0 ? "above" : "below"} the rail’s lower edge.
      </p>
      {away >= 1e-3 && writable && (
        <Button className="mt-1" onClick={() => void attempt(take)}>
          Move hole {hole + 1} there, {tape(away)} away
        </Button>
      )}
    </section>
  );
}

/** The rail's side with its holes, each from the lower edge and from plumb. */
function RailFace() {
  const { path, fit, station } = useFitView();
  const plan = station.report.drilling;
  const spots = plan.marks.map((mark) => mark.forward_m);
  const reach = Math.max(0.12, ...spots.map(Math.abs)) + 0.06;
  const below = Math.max(0.04, 0.03 - Math.min(0, plan.plumb_above_edge_m));
  const scale = Math.min(
    (WIDTH - 120) / (2 * reach),
    (HEIGHT - 90) / (fit.rail.depth_m.value + below),
  );
  // Forward is to the left, as on the left side of the vehicle.
  const at = (forward: number, above: number) => ({
    x: WIDTH / 2 - forward * scale,
    y: 46 + (fit.rail.depth_m.value - above) * scale,
  });
  const edge = at(0, 0).y;
  const bolt = at(0, plan.plumb_above_edge_m);
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says={`The left rail's side with ${plan.marks.length} holes to drill.`}
      drawing={
        <>
          <rect
            x={40}
            width={WIDTH - 80}
            y={at(0, fit.rail.depth_m.value).y}
            height={fit.rail.depth_m.value * scale}
            className="ink-1"
            style={{ fill: "var(--sheet)" }}
          />
          <line className="ink-2" x1={40} x2={WIDTH - 40} y1={edge} y2={edge} />
          <text className="pale" x={46} y={edge + 16}>
            lower edge: datum
          </text>
          <text className="pale" x={46} y={at(0, fit.rail.depth_m.value).y + 16}>
            left rail from outside, front to the left
          </text>
          <line
            className="ink-1"
            strokeDasharray="10 3 2 3"
            x1={bolt.x}
            x2={bolt.x}
            y1={30}
            y2={HEIGHT - 12}
          />
          <text className="pale halo" x={bolt.x + 6} y={24}>
            plumb through the link’s bolt
          </text>
          <circle
            cx={bolt.x}
            cy={bolt.y}
            r={6}
            className="ink-1"
            style={{ fill: "var(--paper)" }}
          />
          {plan.marks.map((mark) => {
            const spot = at(mark.forward_m, mark.above_edge_m);
            const radius = (mark.hole_m / 2) * scale;
            const colour = mark.fine ? "var(--ink)" : "var(--stop)";
            return (
              <g key={mark.number} data-testid={`hole-${mark.number}`}>
                <circle
                  cx={spot.x}
                  cy={spot.y}
                  r={radius}
                  fill="var(--paper)"
                  stroke={colour}
                  strokeWidth={1.8}
                />
                <path
                  d={`M${spot.x - radius - 8} ${spot.y} H${spot.x + radius + 8} M${spot.x} ${spot.y - radius - 8} V${spot.y + radius + 8}`}
                  stroke={colour}
                  strokeWidth={0.8}
                />
                <text
                  className="halo"
                  x={spot.x}
                  y={spot.y - radius - 12}
                  textAnchor="middle"
                  style={{ fill: colour }}
                >
                  {mark.number}
                </text>
                <DimensionLine
                  from={{ x: spot.x, y: spot.y }}
                  to={{ x: spot.x, y: edge }}
                  known={fit.drilled?.[mark.number - 1]?.above_edge_m.known ?? "measured"}
                />
              </g>
            );
          })}
        </>
      }
    >
      {plan.marks.map((mark, i) => {
        const spot = at(mark.forward_m, mark.above_edge_m);
        const row = edge + 38 + (i % 2) * 26;
        return (
          <span key={mark.number}>
            <Dimension
              place={`${path}.drilled.${i}.above_edge_m`}
              x={spot.x}
              y={(spot.y + edge) / 2 + 8}
            />
            <Dimension place={`${path}.drilled.${i}.forward_m`} x={spot.x} y={row} caption="fwd" />
          </span>
        );
      })}
    </SheetOfPaper>
  );
}
