import { Alert } from "../../ui/alert";
import { useAttempt } from "../../api/attempt";
import { answered, client } from "../../api/client";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { AxleName } from "../../api/types";
import { Dimension } from "../../drawings/dimension";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { NumberRow } from "../../drawings/numberRow";
import { Button } from "../../ui/button";

const WIDTH = 760;
const HEIGHT = 214;
const MIDDLE = 380;

/** One bar from above: caliper at three places, its shape, its weight, and the play at its ends. */
export function BarReadings({ axle }: { axle: AxleName }) {
  const { job } = useJobView();
  const fitted = job.sheet[axle].standard_bar;
  if (!fitted) {
    return (
      <section aria-label={`${axle} bar`}>
        <h2 className="font-semibold">{axle === "front" ? "Front bar" : "Rear bar"}</h2>
        <p className="text-sm text-pale">There is none on this axle.</p>
      </section>
    );
  }
  const outside = fitted.bar.outside_diameter_m;
  const line = fitted.bar.centre_line_m.map(([x = 0, y = 0]) => ({ x, y }));
  const widest = Math.max(...line.map(({ y }) => y));
  const scale = 190 / widest;
  const thick = Math.max(5, outside.value * scale * 1.2);
  const points = line.map(({ x, y }) => `${MIDDLE + y * scale},${66 + x * scale * 0.85}`).join(" ");
  const bushing = (fitted.bar.bushing_span_m.value / 2) * scale;
  const places = [-0.62, 0, 0.62].map((share) => MIDDLE + share * bushing);
  const bar = `${axle}.standard_bar`;
  const arm = Math.max(...line.map(({ x }) => x)) * scale * 0.85;
  const drawing = (
    <>
      <polyline
        points={points}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={thick}
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      {[-1, 1].map((side) => (
        <rect
          key={side}
          x={MIDDLE + side * bushing - 7}
          y={66 - thick}
          width={14}
          height={thick * 2}
          className="ink-1"
          style={{ fill: "var(--paper)" }}
        />
      ))}
      {places.map((x) => (
        <path
          key={x}
          className="pale-1"
          d={`M${x} ${66 - thick / 2 - 2} V36 M${x - 6} ${66 - thick / 2} h12 M${x - 6} ${66 + thick / 2} h12`}
        />
      ))}
      <path
        className="pale-1"
        d={`M${MIDDLE - widest * scale - 26} 66 v${arm} m-5 0 h10 m-5 ${-arm} m-5 0 h10`}
      />
    </>
  );
  return (
    <section aria-label={`${axle} bar`}>
      <h2 className="font-semibold">{axle === "front" ? "Front bar" : "Rear bar"}</h2>
      <SheetOfPaper
        width={WIDTH}
        height={HEIGHT}
        says={`The ${axle} bar from above with its three caliper places, arms and bushings.`}
        drawing={drawing}
      >
        {places.map((x, i) => (
          <Dimension
            key={x}
            place={`${bar}.readings.caliper_${i + 1}_m`}
            x={x + (i - 1) * 34}
            y={24}
            wanted
          />
        ))}
        <Dimension
          place={`${bar}.readings.arm_length_m`}
          x={4}
          y={66 + arm + 20}
          caption="arm"
          align="start"
          wanted
        />
        <Dimension
          place={`${bar}.readings.end_spacing_m`}
          x={MIDDLE}
          y={66 + arm + 20}
          caption="between the arms"
          wanted
        />
        <Dimension
          place={`${bar}.link_play_m`}
          x={WIDTH - 4}
          y={66 + arm + 20}
          caption="link play"
          align="end"
          wanted
        />
        <Dimension
          place={`${bar}.bushing_play_m`}
          x={MIDDLE}
          y={100}
          caption="bushing play"
          wanted
        />
      </SheetOfPaper>
      <CaliperButtons axle={axle} />
      <div className="grid gap-x-6 sm:grid-cols-2">
        <NumberRow place={`${bar}.readings.quoted_diameter_m`} />
        <NumberRow place={`${bar}.readings.mass_kg`} label="Weight, off and bare" />
        <NumberRow place={`${bar}.bar.outside_diameter_m`} label="Diameter used" />
        <NumberRow place={`${bar}.readings.developed_length_m`} />
      </div>
    </section>
  );
}

/** Read the next free place with the caliper on a cable. */
function CaliperButtons({ axle }: { axle: AxleName }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const readings = job.sheet[axle].standard_bar?.readings;
  const taken = [readings?.caliper_1_m, readings?.caliper_2_m, readings?.caliper_3_m];
  const free = taken.findIndex((reading) => !reading) + 1 || 1;

  async function read() {
    const place = `${axle}.standard_bar.readings.caliper_${free}_m`;
    const { typed, simulated } = await answered(
      client.POST("/api/jobs/{job_id}/devices/caliper", {
        params: { path: { job_id: job.id }, query: { axle, reading: free } },
      }),
    );
    await writes.enterSeveral([{ place, typed, known: "measured", simulated }]);
  }

  return (
    <div className="mb-2 flex flex-wrap items-center gap-3 text-sm">
      <Button disabled={!writable} onClick={() => void attempt(read)}>
        Read place {free} with the caliper
      </Button>
      <span className="text-pale">stand-in; scrape paint and rust off first</span>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
