import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { FindingList } from "../../job/findings";
import { FromBay } from "../../job/fromBay";
import { GatePanel } from "../../job/gate";
import { SheetHelp } from "../../job/sheetHelp";
import { SHEET_SAYS } from "../../job/sheets";
import { useJobView } from "../../job/context";
import type { Part } from "../../api/types";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { LEAST_SCALE } from "../../drawings/drawing";
import { fannedOut } from "../../drawings/fannedOut";
import type { Point } from "../../drawings/point";
import { Undercarriage } from "../../drawings/undercarriage";
import { partPoint, underFrame } from "../../drawings/undercarriageGeometry";
import { Choice } from "../../ui/choice";
import { RatingMark } from "../../ui/ratingMark";
import { useNarrow, useWide } from "../../ui/useWide";
import { checkOf, partName } from "./checkOf";
import { EarlierJobs } from "./earlierJobs";
import { FollowsFrom } from "./followsFrom";
import { PartEditor } from "./partEditor";
import { PartList } from "./partList";
import { RestIsGood, TouchedEnds } from "./restIsGood";
import { UndersideFacts } from "./undersideFacts";

const WIDTH = 760;
const HEIGHT = 400;
/** Between marks, so that each is 44 px of its own at the least scale of a drawing. */
const APART = 44 / LEAST_SCALE + 1;

/** Station 3: the undercarriage part by part, and what follows from what is found. */
export function Look() {
  const { job, practice } = useJobView();
  const asked = useSearch({ strict: false });
  const navigate = useNavigate();
  const wide = useWide();
  // On a phone the list is what a thumb finds.
  const [form, setForm] = useState<"drawing" | "list">(useNarrow() ? "list" : "drawing");
  const parts = practice?.parts ?? [];
  const unseen = parts.filter(({ key }) => checkOf(job.look_over, key).rating === "unseen");
  // Opened on the first part nobody has seen, and on that it stays until the person moves.
  const [opened, setOpened] = useState<string | null>(null);
  if (opened === null && parts[0]) setOpened((unseen[0] ?? parts[0]).key);
  const chosen = parts.find(({ key }) => key === (asked.part ?? opened)) ?? parts[0];
  const at = parts.findIndex(({ key }) => key === chosen?.key);
  const choose = (part: string) =>
    void navigate({
      to: "/jobs/$jobId/look",
      params: { jobId: String(job.id) },
      search: { part },
      replace: true,
    });

  // Under the drawing where there is one column, so that tapping and rating stay together.
  const editor = chosen && <PartEditor part={chosen} next={parts[at + 1]} onNext={choose} />;

  return (
    <main className="grid grid-cols-1 gap-x-8 pb-6 lg:grid-cols-[3fr_2fr]">
      <div>
        <div className="flex flex-wrap items-center justify-between gap-2">
          <h2 className="font-semibold">
            From below{" "}
            <span className="font-normal text-pale">
              {parts.length - unseen.length} of {parts.length} parts looked at
            </span>
            <SheetHelp name="Look" says={SHEET_SAYS.look} />
          </h2>
          <Choice
            label="Form of the list"
            value={form}
            onChange={setForm}
            options={[
              { value: "drawing", text: "Drawing" },
              { value: "list", text: "List" },
            ]}
          />
        </div>
        {job.station === "build" && <FromBay jobId={job.id} kind="something else found" />}
        <TouchedEnds />
        <RestIsGood unseen={unseen} />
        {form === "drawing" ? (
          <PartDrawing parts={parts} chosen={chosen?.key ?? ""} onChoose={choose} />
        ) : (
          <PartList parts={parts} chosen={chosen?.key ?? ""} onChoose={choose} />
        )}
        {!wide && <div className="my-4">{editor}</div>}
        <UndersideFacts />
        <FollowsFrom />
        <EarlierJobs />
      </div>
      <div className="max-lg:mt-6 lg:border-l lg:border-line lg:pl-6">
        {wide && editor}
        {practice && (
          <FindingList title="What was found" findings={practice.look.findings}>
            Chock the wheels and set the brake. Rated stands under what the chassis maker names,
            never a jack alone. Eye protection under rust. No torch near lines, tanks, bushings or
            undercoat. Welding is for a licensed welder.
          </FindingList>
        )}
        <GatePanel station="look" />
      </div>
    </main>
  );
}

/** From where a part is to its mark, where that had to move aside. */
function Leaders({ from, to }: { from: Point[]; to: Point[] }) {
  return from.map(({ x, y }, i) => {
    const mark = to[i] ?? { x, y };
    if (Math.hypot(mark.x - x, mark.y - y) < 8) return null;
    return (
      <g key={`${x} ${y} ${i}`} opacity={0.6}>
        <line className="ink-1" x1={x} y1={y} x2={mark.x} y2={mark.y} />
        <circle cx={x} cy={y} r={2} fill="var(--ink)" />
      </g>
    );
  });
}

type PartDrawingProps = { parts: Part[]; chosen: string; onChoose: (key: string) => void };

function PartDrawing({ parts, chosen, onChoose }: PartDrawingProps) {
  const { job } = useJobView();
  const frame = underFrame(job.sheet, WIDTH, HEIGHT);
  const spots = parts.map(({ key }) => partPoint(frame, key));
  const marks = fannedOut(spots, APART, { width: WIDTH, height: HEIGHT, edge: APART / 2 });
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says="The vehicle from below with a mark on every part of the list, shaped by its rating."
      drawing={
        <>
          <Undercarriage sheet={job.sheet} frame={frame} />
          <Leaders from={spots} to={marks} />
        </>
      }
    >
      {parts.map((part, i) => {
        const { x, y } = marks[i] ?? { x: 0, y: 0 };
        const { rating = "unseen" } = checkOf(job.look_over, part.key);
        return (
          <button
            key={part.key}
            type="button"
            aria-label={`${partName(part)}: ${rating}`}
            aria-current={chosen === part.key}
            title={`${part.label}, ${part.axle}: ${rating}`}
            onClick={() => onChoose(part.key)}
            className="group absolute grid size-11 -translate-x-1/2 -translate-y-1/2 touch-manipulation place-items-center rounded-full"
            style={{ left: `${(x / WIDTH) * 100}%`, top: `${(y / HEIGHT) * 100}%` }}
          >
            <span className="grid size-[25px] place-items-center rounded-full bg-paper outline-after group-hover:outline-2 group-aria-[current=true]:outline-3">
              <RatingMark rating={rating} />
            </span>
          </button>
        );
      })}
    </SheetOfPaper>
  );
}
