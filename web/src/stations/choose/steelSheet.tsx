import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { OPENS_WITH, useMaterial } from "../../api/choose";
import { AxleSwitch } from "../../job/axleSwitch";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { AxleName, SteelRow } from "../../api/types";
import { barRate, grouped, tape } from "../../drawings/quantity";
import { Slider } from "../../ui/slider";
import { ClaimBox } from "./claimBox";
import { StressDrawing } from "./stressDrawing";

type SteelSheetProps = { axle: AxleName; onAxle: (axle: AxleName) => void };

/** Stress drawn on the bar, reserve and life per steel, and what a seller's claim is worth. */
export function SteelSheet({ axle, onAxle }: SteelSheetProps) {
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const [travelMm, setTravelMm] = useState<number>(OPENS_WITH.travelMm);
  const material = useMaterial(job, axle, loadKey, travelMm / 1e3);
  const choice = job.set_up[axle];
  const bar = (choice?.fitted ?? job.sheet[axle].standard_bar)?.bar;
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div>
        <AxleSwitch
          title={bar ? `Stress along ${choice ? bar.name : `the standard ${axle} bar`}` : "Stress"}
          axle={axle}
          onChange={onAxle}
        />
        {material.isLoadingError || !material.data || !bar ? (
          <p className="py-4 text-pale">
            {material.isLoadingError ? material.error.message : "Working it out …"}
          </p>
        ) : (
          <>
            <StressDrawing
              curve={material.data.strength.at_full_travel}
              holeWords={`one arm tip ${tape(travelMm / 1e3)} up, the other as far down`}
            />
            <Slider
              label="Travel of each arm tip at full articulation"
              value={travelMm}
              min={10}
              max={150}
              step={5}
              shown={tape(travelMm / 1e3)}
              onChange={setTravelMm}
            />
            <Steels
              rows={material.data.steels}
              own={bar.steel}
              onPick={
                writable && choice
                  ? (key) => void writes.enterOnSetUp(`${axle}.fitted.bar.steel`, key, "measured")
                  : undefined
              }
            />
          </>
        )}
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <ClaimBox axle={axle} />
      </div>
    </div>
  );
}

type SteelsProps = {
  rows: SteelRow[];
  own: string | undefined;
  onPick: ((key: string) => void) | undefined;
};

function Steels({ rows, own, onPick }: SteelsProps) {
  const reserve = (value: number | null) => (value === null ? "–" : `${grouped(value, 2)} ×`);
  return (
    <section aria-label="Steels" className="mt-2">
      <p className="font-semibold" data-testid="steel-says">
        Steel does not change stiffness: {barRate(rows[0]?.rate_n_per_m ?? 0)} in every one of
        these. <span className="font-normal text-pale">It buys strength and life.</span>
      </p>
      <Table
        heads={[
          "steel",
          "yield at full travel",
          "yield at 0.3 g",
          "endurance at 0.3 g",
          "life, km",
        ]}
        className="mt-1 w-full"
      >
        {rows.map((row) => (
          <Row key={row.key}>
            <td className="text-left">
              <button
                type="button"
                disabled={onPick === undefined}
                aria-pressed={row.key === own}
                onClick={() => onPick?.(row.key)}
                className={`min-h-11 text-left enabled:hover:text-after ${row.key === own ? "font-semibold" : ""}`}
              >
                {row.key === own && <span className="mr-1.5 inline-block size-2.5 bg-after" />}
                {row.label}
              </button>
            </td>
            <td className={`figure ${low(row.travel_reserve)}`}>{reserve(row.travel_reserve)}</td>
            <td className={`figure ${low(row.bend_reserve)}`}>{reserve(row.bend_reserve)}</td>
            <td className="figure">{reserve(row.fatigue_reserve)}</td>
            <td className="figure">{life(row.life_km)}</td>
          </Row>
        ))}
      </Table>
      <p className="mt-1 text-xs text-pale">
        Typical strengths; the maker&rsquo;s certificate wins. Life is counted at a usual mix of
        bends; rust and nicks shorten it. A cracked bar is replaced, never welded.
      </p>
    </section>
  );
}

const low = (reserve: number | null) =>
  reserve !== null && reserve < 1 ? "font-semibold text-stop" : "";

/** Two figures are as many as a life has. */
function life(km: number | null): string {
  if (km === null || km > 5e6) return "endless";
  const power = 10 ** Math.max(0, Math.floor(Math.log10(km)) - 1);
  return grouped(Math.round(km / power) * power, 0);
}
