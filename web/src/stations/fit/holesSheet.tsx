import { Alert } from "../../ui/alert";
import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { useAttempt } from "../../api/attempt";
import type { Combination } from "../../api/types";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { NumberRow } from "../../drawings/numberRow";
import { degrees, grouped, tape } from "../../drawings/quantity";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { BracketPicture } from "./bracketPicture";
import { FourAngles } from "./fourAngles";
import { SchoolPick } from "../../job/schoolPick";
import { entriesFor, SCORED_BY, scoreOf, troubleOf } from "./score";
import { Unequal } from "./sideSheet";
import { useFitView } from "./fitView";

const FIRST_ROWS = 12;

type TakenSide = "both" | "left" | "right";

/** Every combination of holes and links: as a picture of the brackets, and as a table. */
export function HolesSheet() {
  const { axle, fit, station } = useFitView();
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
        <Places
          title="Holes of the link bracket"
          part="link_holes"
          one="link hole"
          onChange={change}
        />
        <Places
          title="Places of the bar’s bracket"
          part="bar_places"
          one="bracket’s place"
          onChange={change}
        />
        {writable && (
          <p className="mt-2 flex flex-wrap gap-2">
            <Button onClick={change("link_hole", true)}>Another link hole</Button>
            <Button onClick={change("bar_place", true)}>Another place of the bracket</Button>
          </p>
        )}
        <Alert>{refusal?.message}</Alert>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <SchoolPick matter="attitude" />
        <SchoolPick matter="hole" />
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
          <Table
            heads={[
              "link hole",
              "bracket’s place",
              "arm hole",
              "link",
              "arm angle",
              "between",
              "motion ratio",
              SCORED_BY[attitude],
              "to spare",
              "",
            ]}
            className="mt-2 w-full whitespace-nowrap"
          >
            {rows.map((one) => (
              <PlaceRow
                key={`${one.link_hole} ${one.bar_place} ${one.bar_hole} ${one.link_m}`}
                one={one}
                taken={isTaken(fit, one)}
                onTake={writable ? take : undefined}
              />
            ))}
          </Table>
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

type PlacesProps = {
  title: string;
  part: "link_holes" | "bar_places";
  one: string;
  onChange: (place: string, there: boolean) => () => void;
};

/** Where each hole of a bracket is, with one more or one fewer. */
function Places({ title, part, one, onChange }: PlacesProps) {
  const { path, fit } = useFitView();
  const writable = useWritable();
  return (
    <>
      <h2 className="mt-4 font-semibold">{title}</h2>
      {fit[part].map((_, i) => (
        <div key={i} className="grid grid-cols-[1fr_auto] items-center gap-x-3">
          <div className="grid gap-x-6 sm:grid-cols-2">
            <NumberRow place={`${path}.${part}.${i}.height_m`} label={`${i + 1}, above ground`} />
            <NumberRow place={`${path}.${part}.${i}.forward_m`} label="forward of the axle" />
          </div>
          {writable && fit[part].length > 1 && (
            <Button
              aria-label={`Take ${one} ${i + 1} away`}
              onClick={onChange(`${part}.${i}`, false)}
            >
              −
            </Button>
          )}
        </div>
      ))}
    </>
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

type PlaceRowProps = {
  one: Combination;
  taken: string;
  onTake: ((one: Combination) => void) | undefined;
};

function PlaceRow({ one, taken, onTake }: PlaceRowProps) {
  const { station } = useFitView();
  return (
    <Row className={taken ? "font-semibold" : ""}>
      <td className="figure">{one.link_hole + 1}</td>
      <td className="figure">{one.bar_place + 1}</td>
      <td className="figure">{one.bar_hole + 1}</td>
      <td className="figure">{tape(one.link_m)}</td>
      <td className="figure">{one.arm_rad === null ? "–" : degrees(one.arm_rad, 0)}</td>
      <td className="figure">{one.between_rad === null ? "–" : degrees(one.between_rad, 0)}</td>
      <td className="figure">{one.motion_ratio === null ? "–" : grouped(one.motion_ratio, 2)}</td>
      <td className="figure">{scoreOf(one.off, station.report.attitude)}</td>
      <td className="figure">{one.least_gap_m === null ? "–" : `${tape(one.least_gap_m)}`}</td>
      <td className="font-normal">
        {taken && (
          <span className="text-xs text-after">fitted{taken === "both" ? "" : `, ${taken}`} </span>
        )}
        {taken !== "both" && onTake && one.missing_m === 0 && (
          <button
            type="button"
            className="min-h-11 text-after underline underline-offset-4"
            onClick={() => onTake(one)}
          >
            Take it
          </button>
        )}
        {one.troubles.length > 0 && (
          <span className="ml-1 text-xs whitespace-normal text-stop">{troubleOf(one)}</span>
        )}
      </td>
    </Row>
  );
}
