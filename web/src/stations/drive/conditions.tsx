import type { Typed } from "../../api/drive";
import { LOAD_NAMES } from "../../api/generated/core";
import type { DriveView } from "../../api/types";
import { shownAs, withUnit } from "../../api/units";
import { Choice } from "../../ui/choice";
import { Field } from "../../ui/field";
import { Fold } from "../../ui/fold";
import { Pick } from "../../ui/pick";

/** What was typed, with the units it was typed in. */
export const inUnits = (typed: Typed): Typed => ({
  ...typed,
  front_pressure: withUnit(typed.front_pressure ?? "", "pressure"),
  rear_pressure: withUnit(typed.rear_pressure ?? "", "pressure"),
  sensor_height: withUnit(typed.sensor_height ?? "", "shift"),
  speed: onTheRoad(typed.speed ?? ""),
  limit: onTheRoad(typed.limit ?? ""),
});

/** Kilometres or miles an hour, as a speedometer and a sign have them. */
const roadUnit = () => (shownAs("speed").symbol === "mph" ? "mph" : "km/h");
const onTheRoad = (typed: string) =>
  /^\d+(?:[.,]\d+)?$/.test(typed.trim()) ? `${typed.trim()} ${roadUnit()}` : typed;

type ConditionsProps = {
  typed: Typed;
  states: DriveView["states"];
  set: (change: Partial<Typed>) => void;
};

/** How a run was driven, as fields. */
export function Conditions({ typed, states, set }: ConditionsProps) {
  const line = (label: string, name: keyof Typed, most = 40) => (
    <Field
      label={label}
      value={String(typed[name] ?? "")}
      maxLength={most}
      onChange={(event) => set({ [name]: event.target.value })}
    />
  );
  const pressure = shownAs("pressure").symbol;
  return (
    <>
      <Pick
        label="Loaded"
        value={typed.state}
        options={states.map((key) => ({ value: key, text: LOAD_NAMES[key].toLowerCase() }))}
        onChange={(state) => set({ state })}
      />
      <div className="flex min-h-13 items-center justify-between gap-3 border-b border-line text-sm">
        <span className="text-pale">Road</span>
        <Choice
          label="Road"
          value={typed.surface}
          options={[
            { value: "dry", text: "Dry" },
            { value: "wet", text: "Wet" },
          ]}
          onChange={(surface) => set({ surface })}
        />
      </div>
      <div className="mt-2 grid grid-cols-2 gap-x-5 gap-y-2">
        {line("Place", "place", 80)}
        {line("Who drives", "driver", 60)}
        {line(`Speed, ${roadUnit()}`, "speed", 20)}
        {line(`Posted limit there, ${roadUnit()}`, "limit", 20)}
      </div>
      <Fold title="Pressures, wind, traffic, who rides, where the logger lies">
        <div className="grid grid-cols-2 gap-x-5 gap-y-2">
          {line(`Front tyres, ${pressure}`, "front_pressure", 20)}
          {line(`Rear tyres, ${pressure}`, "rear_pressure", 20)}
          {line("Wind", "wind")}
          {line("Traffic", "traffic")}
          {line("Who rides", "passenger", 60)}
          {line(`Logger over the roll axis, ${shownAs("shift").symbol}`, "sensor_height", 20)}
        </div>
        <label className="flex min-h-11 items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-5"
            checked={typed.closed_ground ?? false}
            onChange={(event) => set({ closed_ground: event.target.checked })}
          />
          On closed ground
        </label>
      </Fold>
    </>
  );
}
