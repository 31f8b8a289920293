import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { Combination } from "../../api/types";
import { useJobView } from "../../app/jobContext";
import { useWritable } from "../../app/session";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { BracketPicture } from "./bracketPicture";
import { FourAngles } from "./fourAngles";
import { SchoolPick } from "./schoolPick";
import { entriesFor, SCORED_BY, scoreOf, troubleOf } from "./score";
import { Unequal } from "./sideSheet";
import { useFitView } from "./fitView";

const FIRST_ROWS = 12;

type TakenSide = "both" | "left" | "right";

/** Every combination of holes and links: as a picture of the brackets, and as a table. */
export function HolesSheet() {
  const { axle, path, fit, station } = useFitView();
  const { writes } = useJobView();
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const [side, setSide] = useState<TakenSide>("both");
  const [all, setAll] = useState(false);
  const { matrix, attitude } = station.report;
  const free = matrix.filter((one) => one.troubles.length === 0).length;
  const rows = all ? matrix : matrix.slice(0, FIRST_ROWS);
  const take = (one: Combination) =>
    void attempt(() => writes.enterAllOnPaper("fitting", entriesFor(axle, side, one)));
  const change = (place: string, there: boolean) => () =>
    void attempt(() => writes.changeFitPart(axle, place, there));

  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[2fr_3fr]">
      <div>
        <BracketPicture onTake={writable ? take : undefined} />
        <FourAngles />
        <Unequal />
        <h2 className="mt-4 font-semibold">Holes of the link bracket</h2>
        {fit.link_holes.map((_, i) => (
          <div key={i} className="grid grid-cols-[1fr_auto] items-center gap-x-3">
            <div className="grid gap-x-6 sm:grid-cols-2">
              <NumberRow
                place={`${path}.link_holes.${i}.height_m`}
                label={`${i + 1}, above ground`}
              />
              <NumberRow place={`${path}.link_holes.${i}.forward_m`} label="forward of the axle" />
            </div>
            {writable && fit.link_holes.length > 1 && (
              <Button
                aria-label={`Take link hole ${i + 1} away`}
                onClick={change(`link_holes.${i}`, false)}
              >
                −
              </Button>
            )}
          </div>
        ))}
        <h2 className="mt-3 font-semibold">Places of the bar’s bracket</h2>
        {fit.bar_places.map((_, i) => (
          <div key={i} className="grid grid-cols-[1fr_auto] items-center gap-x-3">
            <div className="grid gap-x-6 sm:grid-cols-2">
              <NumberRow
                place={`${path}.bar_places.${i}.height_m`}
                label={`${i + 1}, above ground`}
              />
              <NumberRow place={`${path}.bar_places.${i}.forward_m`} label="forward of the axle" />
            </div>
            {writable && fit.bar_places.length > 1 && (
              <Button
                aria-label={`Take bar place ${i + 1} away`}
                onClick={change(`bar_places.${i}`, false)}
              >
                −
              </Button>
            )}
          </div>
        ))}
        {writable && (
          <p className="mt-2 flex flex-wrap gap-2">
            <Button onClick={change("link_hole", true)}>Another link hole</Button>
            <Button onClick={change("bar_place", true)}>Another bar place</Button>
          </p>
        )}
        <p role="alert" className="min-h-5 text-sm text-stop">
          {refusal?.message}
        </p>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <SchoolPick matter="attitude" />
        <div className="flex flex-wrap items-center justify-between gap-2">
          <p className="text-sm">
            {matrix.length} combinations, {free} without trouble. Best first: {SCORED_BY[attitude]}.
          </p>
          <Choice
            label="Taken on"
            value={side}
            onChange={setSide}
            options={[
              { value: "both", text: "Both sides" },
              { value: "left", text: "Left" },
              { value: "right", text: "Right" },
            ]}
          />
        </div>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Hole matrix">
          <table className="mt-2 w-full text-sm whitespace-nowrap">
            <thead>
              <tr className="text-right text-xs text-pale">
                <th className="pr-2 text-left font-normal">link hole</th>
                <th className="pr-2 font-normal">place</th>
                <th className="pr-2 font-normal">arm hole</th>
                <th className="pr-2 font-normal">link</th>
                <th className="pr-2 font-normal">arm</th>
                <th className="pr-2 font-normal">between</th>
                <th className="pr-2 font-normal">motion ratio</th>
                <th className="pr-2 font-normal">{SCORED_BY[attitude]}</th>
                <th className="pr-2 font-normal">to spare</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {rows.map((one) => (
                <Row
                  key={`${one.link_hole} ${one.bar_place} ${one.bar_hole} ${one.link_m}`}
                  one={one}
                  taken={isTaken(fit, one)}
                  onTake={writable ? take : undefined}
                />
              ))}
            </tbody>
          </table>
        </div>
        {matrix.length > FIRST_ROWS && (
          <Button className="mt-2" onClick={() => setAll(!all)}>
            {all ? "The best only" : `All ${matrix.length}`}
          </Button>
        )}
      </div>
    </div>
  );
}

type Picked = {
  link_hole?: number;
  bar_place?: number;
  bar_hole?: number;
  link_m: { value: number };
};

function isTaken(fit: { left: Picked; right: Picked }, one: Combination): string {
  const same = (pick: Picked) =>
    (pick.link_hole ?? 0) === one.link_hole &&
    (pick.bar_place ?? 0) === one.bar_place &&
    (pick.bar_hole ?? 0) === one.bar_hole &&
    Math.abs(pick.link_m.value - one.link_m) < 5e-4;
  const [left, right] = [same(fit.left), same(fit.right)];
  return left && right ? "both" : left ? "left" : right ? "right" : "";
}

type RowProps = {
  one: Combination;
  taken: string;
  onTake: ((one: Combination) => void) | undefined;
};

function Row({ one, taken, onTake }: RowProps) {
  const { station } = useFitView();
  return (
    <tr className={`border-t border-line text-right ${taken ? "font-semibold" : ""}`}>
      <td className="py-1 pr-2 text-left figure">{one.link_hole + 1}</td>
      <td className="pr-2 figure">{one.bar_place + 1}</td>
      <td className="pr-2 figure">{one.bar_hole + 1}</td>
      <td className="pr-2 figure">{grouped(one.link_m * 1e3, 0)} mm</td>
      <td className="pr-2 figure">{one.arm_rad === null ? "–" : degrees(one.arm_rad, 0)}</td>
      <td className="pr-2 figure">
        {one.between_rad === null ? "–" : degrees(one.between_rad, 0)}
      </td>
      <td className="pr-2 figure">
        {one.motion_ratio === null ? "–" : grouped(one.motion_ratio, 2)}
      </td>
      <td className="pr-2 figure">{scoreOf(one.off, station.report.attitude)}</td>
      <td className="pr-2 figure">
        {one.least_gap_m === null ? "–" : `${grouped(one.least_gap_m * 1e3, 0)} mm`}
      </td>
      <td className="pl-1 text-left font-normal">
        {taken && (
          <span className="text-xs text-after">fitted{taken === "both" ? "" : `, ${taken}`} </span>
        )}
        {taken !== "both" && onTake && one.missing_m === 0 && (
          <button
            type="button"
            className="min-h-8 text-after underline underline-offset-4"
            onClick={() => onTake(one)}
          >
            Take it
          </button>
        )}
        {one.troubles.length > 0 && (
          <span className="ml-1 text-xs whitespace-normal text-stop">{troubleOf(one)}</span>
        )}
      </td>
    </tr>
  );
}
