import { shownAs } from "../../api/units";
import { Alert } from "../../ui/alert";
import { Row, Table } from "../../ui/table";
import { useEffect, useState } from "react";
import { useAttempt } from "../../api/attempt";
import { focusPlace } from "../../job/findings";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { STEELS } from "../../api/generated/core";
import { useShortList } from "../../api/queries";
import type { Action, AxleName, ListedPart } from "../../api/types";
import { bareKnown, caliper, degrees, percent, weight, windSpeed } from "../../drawings/quantity";

const SHORT = 3;
const VERBS = {
  supplement: "added beside",
  replace: "in place of the standard bar",
  new: "as new bar",
} as const;

type ShortListProps = {
  axle: AxleName;
  action: Action;
  /** Part number that was asked for; the cursor goes to it. */
  part: string | undefined;
};

/** Bars and kits of the racks for this axle, least lean first, with what each would do. */
export function ShortList({ axle, action, part }: ShortListProps) {
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const [all, setAll] = useState(part !== undefined);
  const [find, setFind] = useState(part ?? "");
  const list = useShortList(job, axle, action, find, all);
  const { refusal, attempt } = useAttempt();
  const ready = list.isSuccess;
  useEffect(() => {
    if (ready && part !== undefined) focusPlace(`rack.${part}`);
  }, [ready, part]);
  const state = job.sheet.load_states.findIndex(({ key }) => key === loadKey);

  if (list.isLoadingError) return <p className="py-3 text-sm text-pale">{list.error.message}</p>;
  const rows = list.data?.rows ?? [];
  const fitting = rows.filter(({ verdict }) => verdict.fit !== "no");
  const chosenNumber = job.set_up[axle]?.part_number;
  // The chosen one stays in sight wherever it ranks.
  const shown =
    all || find
      ? rows
      : rows.filter(
          (row) => fitting.slice(0, SHORT).includes(row) || row.part_number === chosenNumber,
        );

  return (
    <section aria-labelledby="rack-title" className="worked mt-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h3 id="rack-title" className="font-semibold">
          On the racks <span className="font-normal text-pale">{VERBS[action]}, outer hole</span>
        </h3>
        <input
          aria-label="Find a bar or kit"
          placeholder="part number"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          className="min-h-11 w-32 border-b border-ink bg-transparent text-sm"
        />
      </div>
      <Table
        heads={[
          "Bar or kit",
          {
            text: `Rate, ${shownAs("rate").symbol}`,
            title: "Force per end over deflection per end",
          },
          "Lean at 0.3 g",
          `In ${windSpeed(12)}`,
          { text: "Balance", title: "Front–rear balance: the front share of load transfer" },
          "Days",
        ]}
      >
        {shown.map((row) => (
          <Row key={row.id} className={`${row.verdict.fit === "no" ? "text-pale" : ""}`}>
            <td className="text-left">
              <PartButton
                row={row}
                chosen={row.part_number === chosenNumber}
                disabled={!writable}
                onPick={() =>
                  void attempt(() =>
                    writes.takeSet({
                      [axle]: {
                        part_id: row.id,
                        action,
                        renews: job.set_up[`${axle}_joints`] === "renewed",
                      },
                    }),
                  )
                }
              />
            </td>
            <td className="figure">{bareKnown(row.outcome.rate_n_per_m, "rate", 1e3)}</td>
            <td className="figure">{degrees(row.outcome.lean_rad[state] ?? 0)}</td>
            <td className="figure">{degrees(row.outcome.wind_lean_rad[state] ?? 0)}</td>
            <td className="figure">{percent(row.outcome.front_share[state] ?? 0)}</td>
            <td className="figure">{row.delivery_days ?? "–"}</td>
          </Row>
        ))}
      </Table>
      <Alert roomy={false}>{refusal?.message}</Alert>
      {shown.length === 0 && (
        <p className="py-3 text-sm text-pale">
          {list.isPending
            ? "Working it out …"
            : "No bar or kit on the racks is made for this axle load."}
        </p>
      )}
      <button
        type="button"
        onClick={() => setAll(!all)}
        className="min-h-11 text-sm text-pale underline underline-offset-4"
      >
        {all
          ? "Only the best for this axle"
          : `All ${list.data?.total ?? ""} that fit, and what does not`}
      </button>
    </section>
  );
}

type PartButtonProps = {
  row: ListedPart;
  chosen: boolean;
  disabled: boolean;
  onPick: () => void;
};

function PartButton({ row, chosen, disabled, onPick }: PartButtonProps) {
  const steel = STEELS[row.steel as keyof typeof STEELS];
  const why = row.verdict.reasons[0]?.text;
  return (
    <button
      type="button"
      data-place={`rack.${row.part_number}`}
      disabled={disabled}
      title={[row.maker, steel, ...row.verdict.reasons.map(({ text }) => text)].join("; ")}
      onClick={onPick}
      className={`min-h-11 text-left hover:text-after ${chosen ? "font-semibold" : ""}`}
    >
      {chosen && <span aria-label="chosen" className="mr-1.5 inline-block size-2.5 bg-after" />}
      {row.part_number}{" "}
      <span className="font-normal text-pale">
        {row.kind === "kit" ? "kit, " : ""}
        {caliper(row.outside_diameter_m)}
        {row.bore_m > 0 ? `, bore ${caliper(row.bore_m)}` : ""}
        {row.verdict.fit === "no"
          ? `, for ${bareKnown(row.axle_load_from_kg, "mass", 1)}–${weight(row.axle_load_to_kg)}`
          : ""}
      </span>
      {row.verdict.fit !== "fits" && why && (
        <span className="block text-xs font-normal text-watch">{why}</span>
      )}
    </button>
  );
}
