import { useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { useAskedAxle } from "../../job/askedAxle";
import { useJobView } from "../../job/context";
import { SHEET_NAMES, SHEET_SAYS } from "../../job/sheets";
import { SheetTabs } from "../../job/sheetTabs";
import { measuredAt } from "../../api/place";
import type { AxleName } from "../../api/types";
import { DrawingForm } from "../../drawings/drawingForm";
import type { Condition } from "./condition";
import { REFERENCE_BEND } from "./condition";
import { DecideSheet } from "./decideSheet";
import { GroundSheet } from "./groundSheet";
import { MotionSheet } from "./motionSheet";
import { RankingSheet } from "./rankingSheet";
import { LeanSheet } from "./leanSheet";
import { SteelSheet } from "./steelSheet";
import { TargetSheet } from "./targetSheet";
import { targetOrder } from "./targetOrder";

/** Station 4: what to do, by what it does. */
export function Choose() {
  const { job, writes, news } = useJobView();
  const asked = useSearch({ from: "/jobs/$jobId/choose" });
  const [first] = useState<AxleName>(job.set_up.front && !job.set_up.rear ? "front" : "rear");
  const [axle, setAxle] = useAskedAxle(asked.axle ?? first, `${asked.axle} ${asked.part}`);
  const [condition, setCondition] = useState<Condition>(REFERENCE_BEND);
  const shown = asked.sheet ?? "lean";
  const bars = ["outside_diameter_m", "bore_m"].map((name) => `set_up.${axle}.fitted.bar.${name}`);
  const targets = targetOrder(job.sheet).map((place) => `target.${place}`);
  const papers = { set_up: job.set_up, target: job.target };

  return (
    <DrawingForm
      order={shown === "lean" ? bars : targets}
      measured={(path) => measuredAt(papers, path)}
      jobId={job.id}
      news={news}
      spot={split}
      save={(path, typed, known) => {
        const [paper, place] = split(path);
        return paper === "target"
          ? writes.enterOnPaper("target", place, typed)
          : writes.enterOnSetUp(place, typed, known);
      }}
    >
      <main className="pb-6">
        <SheetTabs
          station="Choose"
          to="/jobs/$jobId/choose"
          names={SHEET_NAMES.choose}
          says={SHEET_SAYS.choose}
          sheet={shown}
        />
        {shown === "target" && <TargetSheet axle={axle} onAxle={setAxle} />}
        {shown === "ranking" && <RankingSheet />}
        {shown === "lean" && (
          <LeanSheet
            axle={axle}
            onAxle={setAxle}
            condition={condition}
            onCondition={setCondition}
            part={asked.part}
          />
        )}
        {shown === "motion" && <MotionSheet />}
        {shown === "ground" && <GroundSheet />}
        {shown === "steel" && <SteelSheet axle={axle} onAxle={setAxle} />}
        {shown === "decide" && <DecideSheet />}
      </main>
    </DrawingForm>
  );
}

function split(path: string): ["set_up" | "target", string] {
  const dot = path.indexOf(".");
  return [path.slice(0, dot) as "set_up" | "target", path.slice(dot + 1)];
}
