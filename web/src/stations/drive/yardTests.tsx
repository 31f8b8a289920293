import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { useDriveWrites } from "../../api/drive";
import { useWritable } from "../../api/session";
import { shownAs, withUnit } from "../../api/units";
import type { DriveView } from "../../api/types";
import { percent } from "../../drawings/quantity";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Field } from "../../ui/field";
import { Fold } from "../../ui/fold";
import { Row, Table } from "../../ui/table";
import { changeOf } from "./figures";

const FIELDS = [
  ["mass_kg", "Mass moved", "mass"],
  ["moved_m", "From the middle", "length"],
  ["lean_right_rad", "Lean to the right", "angle"],
  ["lean_left_rad", "Lean to the left", "angle"],
] as const;
type Typed = Record<(typeof FIELDS)[number][0], string>;

/** The yard roll test after each part, which tells apart what each of them did. */
export function YardTests({ drive }: { drive: DriveView }) {
  const writable = useWritable();
  const writes = useDriveWrites(drive.job_id);
  return (
    <section aria-labelledby="yard-title">
      <h2 id="yard-title" className="font-semibold">
        Yard roll test after each part
      </h2>
      {drive.yard_tests.length === 0 ? (
        <p className="text-sm text-pale">
          Several parts? A mass moved to either side after each of them tells them apart; a road run
          after all of them cannot.
        </p>
      ) : (
        <Table
          label="Yard roll tests"
          heads={[{ text: "fitted since", words: true }, "lean", "of the gain", ""]}
        >
          {drive.yard_tests.map((test, at) => {
            const gain = drive.gains[at - 1];
            return (
              <Row key={test.id}>
                <th scope="row" className="py-1 text-left font-normal">
                  {test.fitted}
                  <span className="block text-xs text-pale">
                    {test.typed.mass_kg} moved {test.typed.moved_m}: {test.typed.lean_right_rad} and{" "}
                    {test.typed.lean_left_rad}
                  </span>
                </th>
                <td className="text-right">{gain ? changeOf(gain.lean) : "to begin with"}</td>
                <td className="figure">{gain ? percent(gain.share) : "–"}</td>
                <td className="text-right">
                  {writable && (
                    <button
                      type="button"
                      aria-label={`Take the test away: ${test.fitted}`}
                      className="min-h-11 text-pale underline underline-offset-4"
                      onClick={() => void writes.takeYardTestAway(test.id)}
                    >
                      Take away
                    </button>
                  )}
                </td>
              </Row>
            );
          })}
        </Table>
      )}
      {writable && <YardForm key={drive.yard_tests.length} drive={drive} />}
    </section>
  );
}

/** One more test: the mass as it was last, the leans as they are read now. */
function YardForm({ drive }: { drive: DriveView }) {
  const writes = useDriveWrites(drive.job_id);
  const last = drive.yard_tests.at(-1)?.typed;
  const { refusal, attempt } = useAttempt();
  const [fitted, setFitted] = useState(last ? "" : "as it stood");
  const [typed, setTyped] = useState<Typed>({
    mass_kg: last?.mass_kg ?? "",
    moved_m: last?.moved_m ?? "",
    lean_right_rad: "",
    lean_left_rad: "",
  });
  const whole = Object.fromEntries(
    FIELDS.map(([name, , dimension]) => [name, withUnit(typed[name], dimension)]),
  ) as Typed;
  return (
    <Fold title="Read one">
      <div className="grid grid-cols-2 gap-x-5 gap-y-2">
        <div className="col-span-2">
          <Field
            label={last ? "What was fitted since" : "How it stands"}
            value={fitted}
            maxLength={80}
            onChange={(event) => setFitted(event.target.value)}
          />
        </div>
        {FIELDS.map(([name, label, dimension]) => (
          <Field
            key={name}
            label={`${label}, ${shownAs(dimension).symbol}`}
            value={typed[name]}
            maxLength={20}
            inputMode="decimal"
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          />
        ))}
      </div>
      <Button
        className="mt-3"
        disabled={!fitted.trim() || Object.values(typed).some((one) => !one.trim())}
        onClick={() => void attempt(() => writes.keepYardTest({ fitted, ...whole }))}
      >
        Keep the test
      </Button>
      <Alert>{refusal?.message}</Alert>
    </Fold>
  );
}
