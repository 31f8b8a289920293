import { useJobView } from "../../job/context";
import { LOAD_NAMES } from "../../api/generated/core";
import type { Sheet } from "../../api/types";
import { degrees, weight } from "../../drawings/quantity";

type LoadState = Sheet["load_states"][number];

/** Below this a lean at rest is not written: a twentieth of a degree. */
const LEVEL_RAD = 0.05 * (Math.PI / 180);

const front = (state: LoadState) => state.front_left_kg.value + state.front_right_kg.value;
const rear = (state: LoadState) => state.rear_left_kg.value + state.rear_right_kg.value;
const sideOf = (value: number) => (value >= 0 ? "left" : "right");

function sideMore(state: LoadState): string {
  const left = state.front_left_kg.value + state.rear_left_kg.value;
  const more = left - state.front_right_kg.value - state.rear_right_kg.value;
  return `${weight(Math.abs(more))} ${sideOf(more)}`;
}

/** Every load state side by side: axles against their ratings, left against right, rest lean. */
export function CompareStates() {
  const { job, assessment, loadKey } = useJobView();
  const { sheet } = job;
  const states = sheet.load_states;
  const rows = [
    { name: "Front axle", of: sheet.front.rating_kg.value, load: front },
    { name: "Rear axle", of: sheet.rear.rating_kg.value, load: rear },
    {
      name: "Vehicle",
      of: sheet.rating_kg.value,
      load: (state: LoadState) => front(state) + rear(state),
    },
  ];
  const restLean = (i: number) => {
    const lean = assessment?.evaluation?.states[i]?.rest_lean_rad;
    if (lean === undefined) return "–";
    return Math.abs(lean) < LEVEL_RAD ? "level" : `${degrees(Math.abs(lean))} ${sideOf(lean)}`;
  };

  return (
    <section aria-label="Load states side by side">
      <h2 className="mb-1 font-semibold">Side by side</h2>
      <table className="w-full text-sm">
        <thead>
          <tr className="text-left text-pale">
            <td />
            {states.map(({ key }) => (
              <th
                key={key}
                className={`pb-1 text-right ${key === loadKey ? "text-ink" : "font-normal"}`}
              >
                {LOAD_NAMES[key]}
              </th>
            ))}
            <th className="pb-1 text-right font-normal">rated</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, of, load }) => (
            <tr key={name} className="border-t border-line">
              <th className="py-1.5 text-left font-normal">{name}</th>
              {states.map((state) => (
                <td key={state.key} className="py-1.5 text-right">
                  <LoadBar load={load(state)} of={of} />
                </td>
              ))}
              <td className="figure py-1.5 text-right text-pale">{weight(of)}</td>
            </tr>
          ))}
          <tr className="border-t border-line">
            <th className="py-1.5 text-left font-normal">More on the</th>
            {states.map((state) => (
              <td key={state.key} className="figure py-1.5 text-right">
                {sideMore(state)}
              </td>
            ))}
            <td />
          </tr>
          <tr className="border-t border-line">
            <th className="py-1.5 text-left font-normal">At rest it leans</th>
            {states.map(({ key }, i) => (
              <td key={key} className="figure py-1.5 text-right">
                {restLean(i)}
              </td>
            ))}
            <td />
          </tr>
        </tbody>
      </table>
    </section>
  );
}

function LoadBar({ load, of }: { load: number; of: number }) {
  const over = load > of;
  return (
    <span className="inline-flex flex-col items-end">
      <span className={`figure ${over ? "font-semibold text-stop" : ""}`}>
        {weight(load)}
        {over ? " over" : ""}
      </span>
      <svg viewBox="0 0 80 5" className="h-1.5 w-20" aria-hidden="true">
        <rect x={0.5} y={0.5} width={79} height={4} className="pale-1" />
        <rect
          width={Math.min(80, (load / of) * 80)}
          height={5}
          fill={over ? "var(--stop)" : "var(--ink)"}
        />
      </svg>
    </span>
  );
}
