import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { OPENS_WITH, useReplay } from "../../api/choose";
import { isChosen } from "../../job/chosen";
import { useJobView } from "../../job/context";
import { degrees, grouped, roadSpeed } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Slider } from "../../ui/slider";
import { NoLean } from "./leanPicture";
import { MotionDrawing } from "./motionDrawing";
import { MotionTrace } from "./motionTrace";
import { useTape } from "./useTape";

/** Road speeds a replay is driven at [km/h]; each is worked out once. */
const SPEEDS = [40, 60, 90, 110];
/** A second into every manoeuvre. */
const STANDS_AT_S = 2;
const REST_BY_S = 19;
const CAPTIONS: Record<string, string> = {
  "passing truck": "Push and pull vary with the truck: indicative only.",
  "both-side bump": "Both wheels together: no bar changes this.",
  gust: "A bar does not change how far the gust pushes it out of its lane.",
  "bridge end": "A bar does not change how far the wind pushes it out of its lane.",
};
const CLOSED_GROUND = ["slalom", "lane change", "double lane change"];

/** Manoeuvres over time, before and after together: play them, scrub them, slow them down. */
export function MotionSheet() {
  const { job, loadKey, state, assessment } = useJobView();
  const [speed, setSpeed] = useState<number>(OPENS_WITH.roadKmh);
  const [name, setName] = useState("slalom");
  const replay = useReplay(job, loadKey, speed / 3.6);
  const before = replay.data?.before;
  const step = before?.step_s ?? 0.02;
  const samples = before?.lean_rad[0]?.length ?? 1;
  const tape = useTape((samples - 1) * step, STANDS_AT_S);
  if (replay.isLoadingError) return <p className="text-stop">{replay.error.message}</p>;
  if (!replay.data || !before || state === undefined)
    return <NoLean waiting={assessment === undefined || replay.isPending} />;
  const { after } = replay.data;
  const at = before.manoeuvres.indexOf(name);
  const sample = Math.min(Math.round(tape.time / step), samples - 1);
  const curves = { before: before.lean_rad[at] ?? [], after: after.lean_rad[at] ?? [] };
  const chosen = isChosen(job.set_up);

  return (
    <div>
      <div className="flex flex-wrap items-center gap-3">
        <Choice
          label="Manoeuvre"
          value={name}
          onChange={(next) => {
            setName(next);
            tape.rewind();
          }}
          options={before.manoeuvres.map((one) => ({ value: one, text: one }))}
        />
        <Choice
          label="Road speed"
          value={String(speed)}
          onChange={(next) => setSpeed(Number(next))}
          options={SPEEDS.map((one) => ({ value: String(one), text: roadSpeed(one / 3.6) }))}
        />
      </div>
      <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[2fr_3fr]">
        <MotionDrawing
          before={curves.before[sample] ?? 0}
          after={chosen ? (curves.after[sample] ?? 0) : null}
        />
        <div>
          <MotionTrace
            before={curves.before}
            after={chosen ? curves.after : null}
            stepS={step}
            at={sample}
            onScrub={(to) => tape.scrub(to * step)}
          />
          <div className="flex flex-wrap items-center gap-3">
            <Button primary onClick={tape.toggle} className="w-24">
              {tape.playing ? "Pause" : "Play"}
            </Button>
            <Button onClick={tape.rewind}>From the start</Button>
            <Button aria-pressed={tape.slow} onClick={tape.turnSlow}>
              {tape.slow ? "At true speed" : "Four times slower"}
            </Button>
            <Slider
              label="Time"
              value={tape.time}
              max={(samples - 1) * step}
              step={step}
              shown={`${grouped(tape.time, 2)} s`}
              onChange={tape.scrub}
            />
          </div>
          <Marks before={before} after={chosen ? after : null} at={at} />
          <p className="mt-1 text-sm text-pale">
            {CAPTIONS[name] ?? ""}{" "}
            {CLOSED_GROUND.includes(name) && "Evasive tests belong on closed ground."} Play in links
            is left out; the shocks are the same before and after.
          </p>
        </div>
      </div>
    </div>
  );
}

type Marked = {
  peak_lean_rad: number[];
  head_toss_m_s2: number[];
  settled_s: number[];
  manoeuvre_swings: number[];
};

/** What is read off the curves: largest lean, head toss, swings, and when it is still. */
function Marks({ before, after, at }: { before: Marked; after: Marked | null; at: number }) {
  // What has not come to rest by the end of the tape has no figure for it.
  const still = (of: Marked) => (of.settled_s[at] ?? 0) < REST_BY_S;
  const rows: [string, (of: Marked) => string][] = [
    ["Largest lean", (of) => degrees(of.peak_lean_rad[at] ?? 0)],
    ["Head toss, m/s²", (of) => grouped(of.head_toss_m_s2[at] ?? 0, 1)],
    ["Swings afterwards", (of) => (still(of) ? grouped(of.manoeuvre_swings[at] ?? 0, 0) : "–")],
    ["Still after, s", (of) => (still(of) ? grouped(of.settled_s[at] ?? 0, 1) : "–")],
  ];
  return (
    <Table heads={["", "before", "after"]} className="mt-2 w-full max-w-md">
      {rows.map(([name, read]) => (
        <Row key={name}>
          <td className="py-0.5 text-left text-pale">{name}</td>
          <td className="figure">{read(before)}</td>
          <td className="figure text-after">{after ? read(after) : "–"}</td>
        </Row>
      ))}
    </Table>
  );
}
