import { useState } from "react";
import { degrees, grouped, percent } from "../../drawings/quantity";
import type { NamedSet } from "./sets";
import { sameSet, setWords } from "./sets";

const SHORT = 12;

type SetTableProps = {
  sets: NamedSet[];
  state: number;
  picked: NamedSet;
  onPick: (at: number) => void;
};

/** The same sets as rows, best first, with what each fails; those without a new bar stay in sight. */
export function SetTable({ sets, state, picked, onPick }: SetTableProps) {
  const [all, setAll] = useState(false);
  const barless = ({ front, rear }: NamedSet) => front.part_id === null && rear.part_id === null;
  const shown = all
    ? sets
    : sets.filter((one, i) => i < SHORT || barless(one) || sameSet(one, picked));
  return (
    <section aria-label="All sets" className="mt-4 overflow-x-auto">
      <table className="w-full border-collapse text-sm">
        <thead>
          <tr className="border-b border-ink text-right text-xs text-pale [&>th]:py-1 [&>th]:pl-3 [&>th]:font-normal [&>th:first-child]:pl-0">
            <th className="text-left">Set</th>
            <th>Lean at 0.3 g</th>
            <th>In 12 m/s</th>
            <th>Front–rear balance</th>
            <th>Head toss</th>
            <th>Price</th>
            <th>Days</th>
            <th className="text-left">Fails</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((one) => (
            <tr
              key={`${one.set.front} ${one.set.rear}`}
              className={`border-b border-line text-right ${sameSet(one, picked) ? "bg-sheet font-medium" : ""}`}
            >
              <td className="text-left">
                <button
                  type="button"
                  aria-pressed={sameSet(one, picked)}
                  onClick={() => onPick(one.at)}
                  className="min-h-9 text-left hover:text-after"
                >
                  {one.set.undominated ? "◦ " : ""}
                  {setWords(one)}
                </button>
              </td>
              <td className="figure">{degrees(one.set.lean_rad[state] ?? 0)}</td>
              <td className="figure">{degrees(one.set.wind_lean_rad[state] ?? 0)}</td>
              <td className="figure">{percent(one.set.front_share[state] ?? 0)}</td>
              <td className="figure">{grouped(one.set.head_toss_ratio, 2)} ×</td>
              <td className="figure">{grouped(one.set.price, 0)}</td>
              <td className="figure">{grouped(one.set.days, 0)}</td>
              <td className="pl-3 text-left text-xs text-pale">{one.set.failed.join("; ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {sets.length > shown.length || all ? (
        <button
          type="button"
          onClick={() => setAll(!all)}
          className="min-h-11 text-sm text-pale underline underline-offset-4"
        >
          {all ? "Only the best" : `All ${sets.length} that are worth a look`}
        </button>
      ) : null}
    </section>
  );
}
