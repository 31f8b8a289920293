import { useEffect, useState } from "react";
import { focusPlace } from "../../app/findings";
import { useJobView } from "../../app/jobContext";
import { useWritable } from "../../app/session";
import { STEELS } from "../../api/generated/places";
import { actionFor, useShortList } from "../../api/queries";
import type { AxleName, ShortListRow } from "../../api/types";
import { degrees, grouped, percent } from "../../drawings/quantity";

const SHORT = 3;

type ShortListProps = {
  axle: AxleName;
  /** Part number that was asked for; the cursor goes to it. */
  part: string | undefined;
};

/** Bars of the rack made for this axle, softest lean first, with what each would do. */
export function ShortList({ axle, part }: ShortListProps) {
  const { job, loadKey, writes } = useJobView();
  const writable = useWritable();
  const [all, setAll] = useState(part !== undefined);
  const action = actionFor(job, axle);
  const list = useShortList(job, axle);
  const ready = list.isSuccess;
  useEffect(() => {
    if (ready && part !== undefined) focusPlace(`rack.${part}`);
  }, [ready, part]);
  const state = job.sheet.load_states.findIndex(({ key }) => key === loadKey);

  if (list.isError) return <p className="py-3 text-sm text-pale">{list.error.message}</p>;
  const lean = (row: ShortListRow) => row.outcome.lean_rad[state] ?? 0;
  const rows = [...(list.data ?? [])].sort(
    (a, b) => Number(b.suits_axle_load) - Number(a.suits_axle_load) || lean(a) - lean(b),
  );
  const suited = rows.filter((row) => row.suits_axle_load);
  const chosenName = job.set_up[axle]?.fitted.bar.name;
  const isChosen = (row: ShortListRow) => chosenName === `${row.maker} ${row.part_number}`;
  // The chosen one stays in sight wherever it ranks.
  const shown = all
    ? rows
    : rows.filter((row) => suited.slice(0, SHORT).includes(row) || isChosen(row));
  const verb = {
    supplement: "added beside",
    replace: "in place of the standard bar",
    new: "as new bar",
  }[action];

  return (
    <section aria-labelledby="rack-title" className="mt-2">
      <table className="w-full border-collapse text-sm">
        <caption id="rack-title" className="pb-1 text-left font-semibold">
          On the rack <span className="font-normal text-pale">{verb}, outer hole</span>
        </caption>
        <thead>
          <tr className="border-b border-ink text-right text-xs text-pale [&>th]:py-1 [&>th]:pl-3 [&>th]:font-normal [&>th:first-child]:pl-0">
            <th className="text-left">Bar</th>
            <th title="Force per end over deflection per end">Rate, N/mm</th>
            <th>Lean at 0.3 g</th>
            <th>In 12 m/s</th>
            <th>Front share</th>
            <th>Days</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => {
            const mine = isChosen(row);
            return (
              <tr
                key={row.id}
                className={`border-b border-line text-right ${row.suits_axle_load ? "" : "text-pale"}`}
              >
                <td className="text-left">
                  <button
                    type="button"
                    data-place={`rack.${row.part_number}`}
                    disabled={!writable}
                    title={`${row.maker}; ${STEELS[row.steel as keyof typeof STEELS]}; made for ${row.axle_load_from_kg} to ${row.axle_load_to_kg} kg`}
                    onClick={() => void writes.chooseBar(axle, action, row.id)}
                    className={`min-h-11 text-left hover:text-after ${mine ? "font-semibold" : ""}`}
                  >
                    {mine && (
                      <span aria-label="chosen" className="mr-1.5 inline-block size-2.5 bg-after" />
                    )}
                    {row.part_number}{" "}
                    <span className="font-normal text-pale">
                      {grouped(row.outside_diameter_m * 1e3, 1)}
                      {row.bore_m > 0 ? `/${grouped(row.bore_m * 1e3, 0)}` : ""} mm
                      {row.suits_axle_load
                        ? ""
                        : `, for ${grouped(row.axle_load_from_kg, 0)}–${grouped(row.axle_load_to_kg, 0)} kg`}
                    </span>
                  </button>
                </td>
                <td className="figure">{grouped(row.outcome.rate_n_per_m / 1e3, 0)}</td>
                <td className="figure">{degrees(lean(row))}</td>
                <td className="figure">{degrees(row.outcome.wind_lean_rad[state] ?? 0)}</td>
                <td className="figure">{percent(row.outcome.front_share[state] ?? 0)}</td>
                <td className="figure">{row.delivery_days}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {shown.length === 0 && (
        <p className="py-3 text-sm text-pale">
          {list.isPending ? "Reckoning …" : "No bar on the rack is made for this axle load."}
        </p>
      )}
      {rows.length > shown.length || all ? (
        <button
          type="button"
          onClick={() => setAll(!all)}
          className="min-h-11 text-sm text-pale underline underline-offset-4"
        >
          {all
            ? "Only those for this axle load"
            : `All ${rows.length} for a ${axle} axle, other weights too`}
        </button>
      ) : null}
    </section>
  );
}
