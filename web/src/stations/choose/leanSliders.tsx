import type { FrameTables, LeanSheetTables } from "../../api/types";
import { grouped, known, roadSpeed } from "../../drawings/quantity";
import { Slider } from "../../ui/slider";
import type { Condition } from "./condition";

type LeanSlidersProps = {
  condition: Condition;
  tables: LeanSheetTables | undefined;
  onChange: (condition: Condition) => void;
};

/** What the vehicle is put through, as sliders; the tables behind them need no round trip. */
export function LeanSliders({ condition, tables, onChange }: LeanSlidersProps) {
  const change = (part: Partial<Condition>) => onChange({ ...condition, ...part });
  const stiffest = tables?.frame.frame_n_m_per_rad.length ?? 0;
  return (
    <>
      <div className="flex flex-wrap gap-x-7">
        <Slider
          label="Bend"
          value={condition.bendG}
          max={0.5}
          step={0.01}
          shown={`${grouped(condition.bendG, 2)} g`}
          onChange={(bendG) => change({ bendG })}
        />
        <Slider
          label="Wind from the side"
          value={condition.windMps}
          max={25}
          step={0.5}
          shown={known(condition.windMps, "speed", 0.1)}
          onChange={(windMps) => change({ windMps })}
        />
        <Slider
          label="Road speed"
          value={condition.roadKmh}
          max={130}
          step={5}
          shown={roadSpeed(condition.roadKmh / 3.6)}
          onChange={(roadKmh) => change({ roadKmh })}
        />
      </div>
      {tables && (
        <div className="flex flex-wrap gap-x-7">
          <Slider
            label="Wind direction"
            value={condition.windFromDeg}
            max={180}
            step={5}
            shown={windWords(condition.windFromDeg)}
            onChange={(windFromDeg) => change({ windFromDeg })}
          />
          <Slider
            label="Frame"
            value={condition.frame ?? stiffest}
            max={stiffest}
            step={1}
            shown={frameWords(tables.frame, condition.frame)}
            onChange={(at) => change({ frame: at === stiffest ? null : at })}
          />
        </div>
      )}
    </>
  );
}

function windWords(degrees: number): string {
  if (degrees === 90) return "square to the road";
  if (degrees === 0) return "straight ahead";
  if (degrees === 180) return "straight behind";
  return degrees < 90 ? `${degrees}° from ahead` : `${180 - degrees}° from behind`;
}

/** A frame's stiffness with the usual frame that is nearest to it. */
function frameWords(frame: FrameTables, at: number | null): string {
  const value = at === null ? undefined : frame.frame_n_m_per_rad[at];
  if (value === undefined) return "does not twist";
  const off = (usual: number) => Math.abs(Math.log(usual / value));
  const [name = ""] = Object.entries(frame.typical).sort((a, b) => off(a[1]) - off(b[1]))[0] ?? [];
  return `${grouped((value * Math.PI) / 180 / 1e3, 1)} kN·m/°, ${name}`;
}
