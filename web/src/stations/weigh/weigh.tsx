import { useSearch } from "@tanstack/react-router";
import { useEffect, useMemo } from "react";
import { useAskedAxle } from "../../job/askedAxle";
import { Findings, focusPlace } from "../../job/findings";
import { GatePanel } from "../../job/gate";
import { SHEET_NAMES, SHEET_SAYS } from "../../job/sheets";
import { SheetTabs } from "../../job/sheetTabs";
import { useJobView } from "../../job/context";
import type { WeighSheet } from "../../job/sheets";
import type { AxleName, Sheet } from "../../api/types";
import { measuredAt } from "../../api/place";
import { DrawingForm } from "../../drawings/drawingForm";
import { axleLoadAt } from "./axleLoad";
import { BarsSheet } from "./barsSheet";
import { CertaintySheet } from "./certaintySheet";
import { DrawingsSheet } from "./drawingsSheet";
import { HeightSheet } from "./heightSheet";
import { LoadsSheet } from "./loadsSheet";
import { barPlaces, heightPlaces, loadPlaces, measuringOrder, ROLL_TEST_PLACES } from "./order";
import { RollSheet } from "./rollSheet";

/** Station 2: the vehicle measured, sheet by sheet, on drawings whose dimensions are inputs. */
export function Weigh() {
  const { job, loadKey, writes, news } = useJobView();
  const { place, sheet: asked } = useSearch({ from: "/jobs/$jobId/weigh" });
  const [axle, setAxle] = useAskedAxle(place?.startsWith("front.") ? "front" : "rear", place);
  const { sheet } = job;
  const shown = asked ?? "drawings";
  const stateIndex = sheet.load_states.findIndex(({ key }) => key === loadKey);
  const order = useMemo(
    () => orderOf(shown, sheet, stateIndex, axle),
    [shown, sheet, stateIndex, axle],
  );

  useEffect(() => {
    if (place !== undefined) focusPlace(place);
  }, [place]);

  return (
    <DrawingForm
      order={order}
      measured={(path) => axleLoadAt(sheet, path) ?? measuredAt(sheet, path)}
      jobId={job.id}
      news={news}
      spot={onSheet}
      save={(path, typed, known) => writes.enterOnSheet(path, typed, known)}
    >
      <main className="pb-6">
        <SheetTabs
          station="Weigh"
          to="/jobs/$jobId/weigh"
          names={SHEET_NAMES.weigh}
          says={SHEET_SAYS.weigh}
          sheet={shown}
        />
        {shown === "drawings" && (
          <DrawingsSheet stateIndex={stateIndex} axle={axle} onAxle={setAxle}>
            <Findings />
            <GatePanel station="weigh" />
          </DrawingsSheet>
        )}
        {shown === "loads" && <LoadsSheet stateIndex={stateIndex} />}
        {shown === "height" && <HeightSheet stateIndex={stateIndex} />}
        {shown === "bars" && <BarsSheet />}
        {shown === "roll" && <RollSheet />}
        {shown === "certainty" && <CertaintySheet />}
      </main>
    </DrawingForm>
  );
}

const onSheet = (path: string): ["sheet", string] => ["sheet", path];

/** Measuring order of one sheet: what Tab follows. */
function orderOf(shown: WeighSheet, sheet: Sheet, stateIndex: number, axle: AxleName): string[] {
  switch (shown) {
    case "loads":
      return loadPlaces(stateIndex);
    case "height":
      return heightPlaces(sheet);
    case "bars":
      return [...barPlaces("front"), ...barPlaces("rear")];
    case "roll":
      return ROLL_TEST_PLACES;
    default:
      return measuringOrder(sheet, stateIndex, axle);
  }
}
