import { hoursOf } from "../drawings/quantity";
import { Link } from "@tanstack/react-router";
import { useKitSheet, useKitSheets } from "../api/racks";
import type { KitSheetView } from "../api/types";
import { Row, Table } from "../ui/table";
import { KitSheetForm } from "./kitSheetForm";
import { Scans } from "./scans";

/** Kits whose sheet is written down, and the one that is open. */
export function KitSheets({ open }: { open: number | undefined }) {
  const sheets = useKitSheets();
  if (open !== undefined) return <OneSheet partId={open} />;
  if (sheets.isLoadingError) return <p className="py-2 text-stop">{sheets.error.message}</p>;
  return (
    <section aria-label="Kit sheets" className="max-w-3xl py-2">
      <Table heads={["Kit", "Lines", "Unclear", "Snags", "Jobs"]}>
        {sheets.data?.map((row) => (
          <Row key={row.part_id}>
            <td>
              <Link
                to="/racks"
                search={{ list: "sheets", sheet: row.part_id }}
                className="inline-flex min-h-11 items-center underline underline-offset-4"
              >
                {row.maker} {row.part_number}
              </Link>
            </td>
            <td className="figure">{row.lines}</td>
            <td className={`figure ${row.unclear ? "text-watch" : ""}`}>{row.unclear}</td>
            <td className="figure">{row.snags}</td>
            <td className="figure">{row.jobs}</td>
          </Row>
        ))}
      </Table>
      <p className="py-3 text-sm text-pale">
        A kit&rsquo;s sheet is opened from the kit itself, under Kits or Bars.
      </p>
    </section>
  );
}

function OneSheet({ partId }: { partId: number }) {
  const sheet = useKitSheet(partId);
  if (sheet.isLoadingError) return <p className="py-2 text-stop">{sheet.error.message}</p>;
  if (!sheet.data) return <p className="py-2 text-pale">Opening …</p>;
  const { part_number, person } = sheet.data;
  return (
    <section aria-label={`Sheet of ${part_number}`} className="py-2">
      <h2 className="text-lg font-semibold">Sheet of {part_number}</h2>
      {person && <p className="text-sm text-pale">Changed last by {person}.</p>}
      <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[3fr_1fr]">
        <KitSheetForm key={`${partId}.${sheet.data.version}`} kit={sheet.data} />
        <div className="text-sm lg:border-l lg:border-line lg:pl-6">
          <Scans partId={partId} />
          <Learned kit={sheet.data} />
        </div>
      </div>
    </section>
  );
}

/** What jobs taught: snags and what steps took. */
function Learned({ kit }: { kit: KitSheetView }) {
  const snags = kit.sheet.snags ?? [];
  const hours = Object.entries(kit.sheet.hours ?? {});
  return (
    <>
      <h3 className="mt-4 font-semibold">What jobs taught</h3>
      {snags.length + hours.length === 0 && (
        <p className="text-pale">Nothing yet. A step of a plan has a line for it.</p>
      )}
      <ul aria-label="Snags">
        {snags.map(({ step, says, job }, i) => (
          <li key={i} className="border-t border-line py-1">
            {says}{" "}
            <span className="text-pale">
              {step}
              {job ? `, ${job}` : ""}
            </span>
          </li>
        ))}
      </ul>
      <ul aria-label="Real hours">
        {hours.map(([step, real]) => (
          <li key={step} className="border-t border-line py-1">
            <span className="figure">{real.map(hoursOf).join(", ")}</span>{" "}
            <span className="text-pale">{step}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
