import { useAttempt } from "../../api/attempt";
import { useWritable } from "../../api/session";
import type { StackPiece } from "../../api/types";
import { NumberRow } from "../../drawings/numberRow";
import { caliper, tape } from "../../drawings/quantity";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";
import { useFitView } from "./fitView";
import { StackDrawing } from "./stackDrawing";

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
export function BushingStack({ onUse }: { onUse: (link_m: number) => void }) {
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
      <StackSays />
      {writable && (
        <>
          <StackOrder order={order} onChange={put} />
          <p className="flex flex-wrap gap-2">
            {stack.eye_to_eye_m !== null && (
              <Button onClick={() => onUse(stack.eye_to_eye_m ?? 0)}>
                Use {tape(stack.eye_to_eye_m)} as the link’s length
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
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}

/** What the stack comes to, or what is wrong with its order. */
function StackSays() {
  const { fit, station } = useFitView();
  const stack = station.report.stack;
  if (!fit.stack || !stack) return null;
  return (
    <>
      {stack.fault ? (
        <p className="text-sm font-semibold text-stop" role="status">
          Wrong order at piece {stack.fault.piece + 1}: {stack.fault.text}
        </p>
      ) : (
        <p className="text-sm">
          Eye to eye <span className="figure">{tape(stack.eye_to_eye_m ?? 0)}</span>
          {stack.swapped_m !== null && (
            <>
              , with the other bushings <span className="figure">{tape(stack.swapped_m)}</span>
            </>
          )}
          . Bolt:{" "}
          <span className="figure">
            {stack.bolt_m === null
              ? "none is made that long"
              : `${fit.stack.size} × ${tape(stack.bolt_m)}`}
          </span>
          . Tightened to a slight bulge of the bushings, never crushed; polyurethane hardly bulges.
        </p>
      )}
      {stack.crush && (
        <p className={`text-sm ${stack.crushed ? "font-semibold text-stop" : ""}`}>
          Tighten each to <span className="figure">{caliper(stack.crush.height_m)}</span>, a bulge
          of <span className="figure">{caliper(stack.crush.bulge_m)}</span>; below{" "}
          <span className="figure">{caliper(stack.crush.least_m)}</span> it is crushed.
        </p>
      )}
    </>
  );
}

type StackOrderProps = { order: StackPiece[]; onChange: (next: StackPiece[]) => void };

/** The pieces from the bolt's head on, each to be changed or taken out. */
function StackOrder({ order, onChange }: StackOrderProps) {
  return (
    <ol className="my-2 flex flex-wrap gap-1">
      {order.map((piece, i) => (
        <li key={i} className="flex items-center border border-line">
          <select
            aria-label={`Piece ${i + 1}`}
            value={piece}
            className="min-h-11 bg-paper px-1 text-sm"
            onChange={(event) =>
              onChange(
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
            onClick={() => onChange(order.filter((_, at) => at !== i))}
          >
            ×
          </button>
        </li>
      ))}
    </ol>
  );
}
