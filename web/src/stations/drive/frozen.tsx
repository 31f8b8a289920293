import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import { readFrame, useDriveWrites } from "../../api/drive";
import { withUnit } from "../../api/units";
import { useWritable } from "../../api/session";
import { ClickedPicture } from "../../drawings/clickedPicture";
import { complete, linesOf, wanted } from "../../drawings/clicks";
import type { Clicks } from "../../drawings/clicks";
import { degrees, known } from "../../drawings/quantity";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Field } from "../../ui/field";
import { drawnOn } from "./frame";
import type { Frame } from "./frame";

type FrozenProps = { jobId: number; when: "before" | "after"; frame: Frame };
const NONE: Clicks = [];

/** A frozen frame: lines laid on body and horizon read the lean, on arch and trim the travel. */
export function Frozen({ jobId, when, frame }: FrozenProps) {
  const writes = useDriveWrites(jobId);
  const writable = useWritable();
  const [reads, setReads] = useState<"lean" | "travel">("lean");
  const [lean, setLean] = useState(NONE);
  const [travel, setTravel] = useState(NONE);
  const [trim, setTrim] = useState("");
  const [kept, setKept] = useState(false);
  const { refusal, attempt } = useAttempt();
  const asked = {
    ...linesOf(lean),
    travel: complete(travel) ? linesOf(travel).body : null,
    trim: complete(travel) ? linesOf(travel).horizon : null,
    trim_length: withUnit(trim, "small_length"),
  };
  const ready = complete(lean) && (!complete(travel) || trim.trim() !== "");
  const { data, error } = useQuery({
    queryKey: ["frame", asked],
    queryFn: () => readFrame(asked),
    enabled: ready,
    retry: false,
  });
  const says = data
    ? `${when}, ${frame.atS.toFixed(2)} s: ${degrees(Math.abs(data.lean.angle_rad))} ± ${degrees(data.lean.band_rad)}`
    : "";
  const clicks = reads === "lean" ? lean : travel;
  const setClicks = reads === "lean" ? setLean : setTravel;

  return (
    <section aria-label={`Frozen ${when}`}>
      <p className="text-sm text-pale">{reads === "lean" ? wanted(lean) : TRAVEL[travel.length]}</p>
      <ClickedPicture
        title={`Frozen frame ${when} with its lines`}
        {...frame}
        clicks={clicks}
        onClicks={setClicks}
      />
      <div className="flex flex-wrap items-center gap-3">
        <Choice
          label={`What is read ${when}`}
          value={reads}
          options={[
            { value: "lean", text: "Lean" },
            { value: "travel", text: "Wheel in its arch" },
          ]}
          onChange={setReads}
        />
        <Button onClick={() => setClicks(NONE)}>Click again</Button>
        {data && writable && (
          <Button
            disabled={kept}
            onClick={() =>
              void attempt(async () => {
                await writes.keepFrame(when, await drawnOn(frame, lean, says));
                setKept(true);
              })
            }
          >
            {kept ? "Kept" : "Keep the frame"}
          </Button>
        )}
      </div>
      {reads === "travel" && (
        <Field
          label="Length of the trim"
          value={trim}
          maxLength={20}
          onChange={(event) => setTrim(event.target.value)}
        />
      )}
      {data && (
        <p className="mt-1 text-lg" data-testid={`read-${when}`}>
          leans {degrees(Math.abs(data.lean.angle_rad))} ± {degrees(data.lean.band_rad)}
          {data.travel &&
            `, wheel to arch ${known(data.travel.length_m, "small_length", 1e-3)} ± ${known(data.travel.band_m, "small_length", 1e-3)}`}
        </p>
      )}
      <Alert>{error?.message ?? refusal?.message}</Alert>
    </section>
  );
}

const TRAVEL = [
  "click the wheel's middle",
  "click the arch above it",
  "click one end of a trim of known length, as far from the camera",
  "click its other end",
  "both lines are there; say how long the trim is",
];
