import { Alert } from "../../ui/alert";
import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { answered, client } from "../../api/client";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import type { Tilt } from "../../api/types";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped, percent } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Pick } from "../../ui/pick";
import { Offers } from "./offers";
import { RollTestDrawing } from "./rollTestDrawing";
import { TiltTrace } from "./tiltTrace";
import { ROLL_TEST_PLACES } from "./order";

const SWINGS = ["1", "2", "3", "4", "5", "6", "7", "8"];

/** The yard roll test: a mass moved sideways and a rocking push, beside what the model says. */
export function RollSheet() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { sheet } = job;
  const [tilt, setTilt] = useState<Tilt | null>(null);
  const { refusal, attempt } = useAttempt();

  const read = () =>
    attempt(async () =>
      setTilt(
        await answered(
          client.POST("/api/jobs/{job_id}/devices/tilt", { params: { path: { job_id: job.id } } }),
        ),
      ),
    );
  const takeOver = (log: Tilt) =>
    attempt(async () => {
      const entries = {
        lean_right_rad: log.lean_right,
        lean_left_rad: log.lean_left,
        frequency_hz: log.frequency,
        first_swing_rad: log.first_swing,
        later_swing_rad: log.later_swing,
        half_swings_between: String(log.half_swings_between),
        read_with: log.simulated ? `${log.device}, stand-in` : log.device,
      };
      await writes.enterSeveral(
        Object.entries(entries).map(([name, typed]) => ({
          place: `roll_test.${name}`,
          typed,
          known: "measured",
          simulated: log.simulated,
        })),
      );
      setTilt(null);
    });

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <RollTestDrawing />
        <div className="grid gap-x-6 sm:grid-cols-2">
          <Pick
            label="Loaded"
            value={sheet.roll_test.state ?? "trip_ready"}
            options={sheet.load_states.map(({ key }) => ({
              value: key,
              text: LOAD_NAMES[key].toLowerCase(),
            }))}
            disabled={!writable}
            onChange={(key) => void writes.enterOnSheet("roll_test.state", key, "measured")}
          />
          {ROLL_TEST_PLACES.map((place) => (
            <NumberRow key={place} place={place} />
          ))}
          <Pick
            label="Half-swings between those two"
            value={String(sheet.roll_test.half_swings_between ?? 2)}
            options={SWINGS.map((count) => ({ value: count, text: count }))}
            disabled={!writable}
            onChange={(count) =>
              void writes.enterOnSheet("roll_test.half_swings_between", count, "measured")
            }
          />
        </div>
        <div className="mt-3 flex flex-wrap items-center gap-3 text-sm">
          <Button disabled={!writable} onClick={() => void read()}>
            Read the tilt logger
          </Button>
          <span className="text-pale">
            stand-in; logger on the cabin floor, mass to the right, then to the left, then a push
          </span>
          <Alert roomy={false}>{refusal?.message}</Alert>
        </div>
        {tilt && (
          <div className="mt-3 border border-line p-3 text-sm">
            <TiltTrace tilt={tilt} />
            <p>
              Right <span className="figure">{tilt.lean_right}</span>, left{" "}
              <span className="figure">{tilt.lean_left}</span>; rocks at{" "}
              <span className="figure">{tilt.frequency}</span>, from{" "}
              <span className="figure">{tilt.first_swing}</span> to{" "}
              <span className="figure">{tilt.later_swing}</span> in {tilt.half_swings_between}{" "}
              {tilt.half_swings_between === 1 ? "half-swing" : "half-swings"}.
            </p>
            <div className="mt-2 flex gap-3">
              <Button primary onClick={() => void takeOver(tilt)}>
                Take the readings over
              </Button>
              <Button onClick={() => setTilt(null)}>Leave them</Button>
            </div>
          </div>
        )}
      </div>
      <div className="grid content-start gap-6 lg:border-l lg:border-line lg:pl-6">
        <Beside />
        <Offers
          about={["calibration"]}
          empty="Move a known mass to one side, read the lean, then to the other side: the mean is free of friction."
        />
      </div>
    </div>
  );
}

/** Model and reading side by side, as the vehicle stands. */
function Beside() {
  const { practice } = useJobView();
  const test = practice?.roll_test;
  if (!test) return null;
  const off = (model: number | null | undefined, read: number | null | undefined) =>
    model && read ? percent(read / model - 1).replace(/^(?=\d)/, "+") : "–";
  const hertz = (value: number | null | undefined) => (value ? `${grouped(value, 2)} Hz` : "–");
  const angle = (value: number | null | undefined) => (value ? degrees(value, 2) : "–");
  const share = (value: number | null | undefined) => (value ? grouped(value, 2) : "–");
  const rows = [
    {
      name: "Lean",
      model: angle(test.model_lean_rad),
      read: angle(test.read_lean_rad),
      off: off(test.model_lean_rad, test.read_lean_rad),
    },
    {
      name: "Rocks at",
      model: hertz(test.model_frequency_hz),
      read: hertz(test.read_frequency_hz),
      off: off(test.model_frequency_hz, test.read_frequency_hz),
    },
    {
      name: "Damping, of critical",
      model: share(test.model_damping_ratio),
      read: share(test.read_damping_ratio),
      off: off(test.model_damping_ratio, test.read_damping_ratio),
    },
  ];
  return (
    <section aria-label="Model and reading">
      <h2 className="mb-1 font-semibold">
        Model and reading <span className="font-normal text-pale">as it stands</span>
      </h2>
      <Table heads={["", "model says", "read", "off by"]}>
        {rows.map((row) => (
          <Row key={row.name}>
            <th className="py-1.5 text-left font-normal">{row.name}</th>
            <td className="figure">{row.model}</td>
            <td className="figure">{row.read}</td>
            <td className="figure">{row.off}</td>
          </Row>
        ))}
      </Table>
      {test.friction_lean_rad != null && (
        <p className="mt-1 text-xs text-pale">
          Right and left differ by {degrees(2 * test.friction_lean_rad, 2)}: friction, and lean at
          rest. The mean of both takes it out.
        </p>
      )}
    </section>
  );
}
