import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { AxleName } from "../../api/types";
import { NumberRow } from "../../drawings/numberRow";

type Part = {
  label: string;
  value: string;
  options: [string, string][];
  change: (to: string) => void;
};

/** What is fitted on an axle, as choices that are not lengths. */
export function AxleParts({ name }: { name: AxleName }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const axle = job.sheet[name];
  const part = (place: string) => (to: string) =>
    void writes.changePart(`${name}.${place}`, to === "yes");

  async function changeBags(to: string) {
    if (to === "none" || axle.air_bags == null) {
      await writes.changePart(`${name}.air_bags`, to !== "none");
    }
    if (to !== "none") await writes.enterOnSheet(`${name}.air_bags.lines`, to, "measured");
  }

  const parts: Part[] = [
    {
      label: "Suspension",
      value: axle.suspension === "solid" ? "yes" : "no",
      options: [
        ["yes", "solid axle"],
        ["no", "independent"],
      ],
      change: part("suspension"),
    },
    {
      label: "Springs",
      value: axle.springs ?? "coil",
      options: [
        ["coil", "coils"],
        ["leaf", "leaves"],
      ],
      change: (to) => void writes.enterOnSheet(`${name}.springs`, to, "measured"),
    },
    {
      label: "Bar there now",
      value: axle.standard_bar ? "yes" : "no",
      options: [
        ["yes", "fitted"],
        ["no", "none"],
      ],
      change: part("standard_bar"),
    },
    {
      label: "Tyres",
      value: axle.dual_spacing_m ? "yes" : "no",
      options: [
        ["no", "single"],
        ["yes", "dual"],
      ],
      change: part("dual_spacing_m"),
    },
    {
      label: "Air bags",
      value: axle.air_bags ? axle.air_bags.lines : "none",
      options: [
        ["none", "none"],
        ["separate", "separate lines"],
        ["connected", "one shared line"],
      ],
      change: (to) => void changeBags(to).catch(() => undefined),
    },
  ];
  return (
    <div className="mt-1 grid grid-cols-2 gap-x-5 text-sm">
      {parts.map(({ label, value, options, change }) => (
        <label
          key={label}
          className="flex min-h-11 items-center justify-between border-b border-line"
        >
          <span className="text-pale">{label}</span>
          <select
            value={value}
            disabled={!writable}
            data-place={label === "Air bags" ? `${name}.air_bags.lines` : undefined}
            onChange={(event) => change(event.target.value)}
            className="min-h-11 bg-paper pr-1 text-right"
          >
            {options.map(([key, text]) => (
              <option key={key} value={key}>
                {text}
              </option>
            ))}
          </select>
        </label>
      ))}
      {axle.springs === "leaf" && <NumberRow place={`${name}.leaf_twist_factor`} />}
      <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
        <span className="whitespace-nowrap text-pale">Tyre size</span>
        <input
          key={axle.tyre_size}
          defaultValue={axle.tyre_size ?? ""}
          placeholder="as on the sidewall"
          maxLength={30}
          disabled={!writable}
          data-place={`${name}.tyre_size`}
          onBlur={(event) => {
            if (event.target.value !== axle.tyre_size)
              void writes.enterOnSheet(`${name}.tyre_size`, event.target.value, "measured");
          }}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
          className="min-h-11 w-full bg-transparent text-right"
        />
      </label>
      <NumberRow place={`${name}.tyre_pressure_pa`} label="Tyre pressure, cold" />
      {axle.air_bags && (
        <>
          <NumberRow place={`${name}.air_bags.pressure_pa`} />
          <NumberRow place={`${name}.air_bags.diameter_m`} label="Air bag, middle diameter" />
          <NumberRow place={`${name}.air_bags.height_m`} label="Air bag, between its plates" />
        </>
      )}
    </div>
  );
}
