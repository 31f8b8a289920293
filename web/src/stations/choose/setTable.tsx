import { useMoney } from "../../job/money";
import { Row, Table } from "../../ui/table";
import { useState } from "react";
import { degrees, grouped, percent, windSpeed } from "../../drawings/quantity";
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
  const money = useMoney();
  const barless = ({ front, rear }: NamedSet) => front.part_id === null && rear.part_id === null;
  const shown = all
    ? sets
    : sets.filter((one, i) => i < SHORT || barless(one) || sameSet(one, picked));
  return (
    <section aria-label="All sets" className="mt-4 overflow-x-auto">
      <Table
        heads={[
          "Set",
          "Lean at 0.3 g",
          `In ${windSpeed(12)}`,
          "Front–rear balance",
          "Head toss",
          "Price",
          "Days",
          { text: "Fails", words: true },
        ]}
      >
        {shown.map((one) => (
          <Row
            key={`${one.set.front} ${one.set.rear}`}
            className={`${sameSet(one, picked) ? "bg-sheet font-medium" : ""}`}
          >
            <td className="text-left">
              <button
                type="button"
                aria-pressed={sameSet(one, picked)}
                onClick={() => onPick(one.at)}
                className="min-h-11 text-left hover:text-after"
              >
                {one.set.undominated ? "◦ " : ""}
                {setWords(one)}
              </button>
            </td>
            <td className="figure">{degrees(one.set.lean_rad[state] ?? 0)}</td>
            <td className="figure">{degrees(one.set.wind_lean_rad[state] ?? 0)}</td>
            <td className="figure">{percent(one.set.front_share[state] ?? 0)}</td>
            <td className="figure">{grouped(one.set.head_toss_ratio, 2)} ×</td>
            <td className="figure">{money(one.set.price)}</td>
            <td className="figure">{grouped(one.set.days, 0)}</td>
            <td className="pl-3 text-left text-xs text-pale">{one.set.failed.join("; ")}</td>
          </Row>
        ))}
      </Table>
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
